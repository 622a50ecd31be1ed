import { PLAIN_VOICE, type VoiceSwitches } from '@oakbell/core/audio';
import { browserShelf } from '../../../shared/api/index.ts';

const key = (device: string): string => `oakbell.sound.${device}`;

/** What was switched on for a microphone on this machine; nothing at first. */
export function switchesOf(device: string): VoiceSwitches {
  const { gain, noise, levelling } = (browserShelf.readJson(key(device)) ?? {}) as Partial<VoiceSwitches>;
  if (typeof gain !== 'number' || gain < -20 || gain > 30) return PLAIN_VOICE;
  return { gain, noise: noise === true, levelling: levelling === true };
}
export const keepSwitches = (device: string, switches: VoiceSwitches): boolean =>
  browserShelf.write(key(device), JSON.stringify(switches));
