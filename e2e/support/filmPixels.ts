import type { Page } from '@playwright/test';

export type Pixel = readonly [red: number, green: number, blue: number];

/** The colours of a film at each moment (seconds), at places across its middle (shares of its width). */
export async function filmPixels(
  page: Page,
  address: string,
  moments: readonly number[],
  places: readonly number[] = [0.5],
): Promise<readonly Pixel[]> {
  return page.evaluate(
    async ({ address, moments, places }) => {
      const video = document.createElement('video');
      video.muted = true;
      video.src = address;
      await new Promise((resolve) => video.addEventListener('loadeddata', resolve));
      const canvas = new OffscreenCanvas(video.videoWidth, video.videoHeight);
      const context = canvas.getContext('2d')!;
      const seen: [number, number, number][] = [];
      for (const moment of moments) {
        video.currentTime = moment;
        await new Promise((resolve) => video.addEventListener('seeked', resolve, { once: true }));
        context.drawImage(video, 0, 0);
        for (const place of places) {
          const x = Math.round(place * (canvas.width - 1));
          const [r = 0, g = 0, b = 0] = context.getImageData(x, Math.floor(canvas.height / 2), 1, 1).data;
          seen.push([r, g, b]);
        }
      }
      return seen;
    },
    { address, moments, places },
  );
}
