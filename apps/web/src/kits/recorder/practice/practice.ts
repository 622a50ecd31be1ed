/*
 * Stand-ins for devices: a voice, a camera and a hand that ship with the room, so that anyone can try it, and show it, on
 * a machine that has none. What they give goes the way of real devices from there on.
 */

/** Something that sound or a picture comes from. */
export interface Device {
  readonly id: string;
  readonly name: string;
}
export const PRACTICE_VOICE: Device = { id: 'practice-voice', name: 'Practice voice' };
export const PRACTICE_CAMERA: Device = { id: 'practice-camera', name: 'Practice camera' };

/** Whether it is no device of this machine: it is used when it is chosen, and never the next time by itself. */
export const isPractice = (id: string): boolean => id === PRACTICE_VOICE.id || id === PRACTICE_CAMERA.id;
