/** Turns pictures: decoding and encoding a photo takes a phone a while. */
interface Order {
  readonly file: File;
  readonly turns: number;
}

self.onmessage = ({ data: { file, turns } }: MessageEvent<Order>) => {
  void turnedPicture(file, turns).then(
    (blob) => self.postMessage({ blob }),
    () => self.postMessage({ blob: null }),
  );
};

/** The picture with quarter turns clockwise made to it, upright as its camera meant it. */
async function turnedPicture(file: File, turns: number): Promise<Blob> {
  const picture = await createImageBitmap(file, { imageOrientation: 'from-image' });
  const lies = turns % 2 === 1;
  const canvas = new OffscreenCanvas(lies ? picture.height : picture.width, lies ? picture.width : picture.height);
  const context = canvas.getContext('2d');
  if (!context) throw new Error('no canvas');
  context.translate(canvas.width / 2, canvas.height / 2);
  context.rotate((turns * Math.PI) / 2);
  context.drawImage(picture, -picture.width / 2, -picture.height / 2);
  const type = file.type === 'image/png' ? 'image/png' : 'image/jpeg';
  return canvas.convertToBlob({ type, quality: 0.92 });
}
