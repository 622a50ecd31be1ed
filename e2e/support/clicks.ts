import type { Page } from '@playwright/test';

/**
 * A click goes into the microphone in the very task in which the pen goes down, over what the microphone hears.
 * @param voice how much of what it hears is left, 0…1
 */
export async function clickWithPen(page: Page, voice = 1): Promise<void> {
  await page.addInitScript((share) => {
    const media = navigator.mediaDevices;
    const open = media.getUserMedia.bind(media);
    media.getUserMedia = async (wanted) => {
      const stream = await open(wanted);
      if (!wanted?.audio) return stream;
      const context = new AudioContext({ sampleRate: 48_000, latencyHint: 0 });
      const mix = new MediaStreamAudioDestinationNode(context, { channelCount: 1 });
      const softer = new GainNode(context, { gain: share });
      context.createMediaStreamSource(stream).connect(softer).connect(mix);
      const click = context.createBuffer(1, 240, context.sampleRate);
      click.getChannelData(0).forEach((_, i, data) => (data[i] = 0.9 * Math.sin((2 * Math.PI * 2000 * i) / 48_000)));
      window.addEventListener(
        'pointerdown',
        (event) => {
          if ((event.target as HTMLElement).dataset['stage'] === undefined) return;
          const source = new AudioBufferSourceNode(context, { buffer: click });
          source.connect(mix);
          source.start();
        },
        true,
      );
      return mix.stream;
    };
  }, voice);
}
