/** The 44 bytes in front of `bytes` of 16-bit samples, one channel, `rate` a second (RIFF/WAVE). */
export function wavHeader(bytes: number, rate: number): Uint8Array<ArrayBuffer> {
  const header = new DataView(new ArrayBuffer(44));
  const text = (at: number, word: string) =>
    [...word].forEach((letter, i) => header.setUint8(at + i, letter.charCodeAt(0)));
  text(0, 'RIFF');
  header.setUint32(4, 36 + bytes, true);
  text(8, 'WAVEfmt ');
  header.setUint32(16, 16, true);
  header.setUint16(20, 1, true);
  header.setUint16(22, 1, true);
  header.setUint32(24, rate, true);
  header.setUint32(28, rate * 2, true);
  header.setUint16(32, 2, true);
  header.setUint16(34, 16, true);
  text(36, 'data');
  header.setUint32(40, bytes, true);
  return new Uint8Array(header.buffer);
}
