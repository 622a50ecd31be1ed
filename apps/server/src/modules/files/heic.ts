import { ConverterError, withFolder } from '../../platform/converters/index.ts';
import { Problem } from '../../platform/http/index.ts';
import { checkPicture, withoutPlace } from './pictures.ts';

/** Of a JPEG, 0 to 100. */
const QUALITY = 93;

/**
 * A photo in HEIC, HEIF or AVIF as a JPEG that every browser shows: upright, and without what it tells beside itself. Of
 * several pictures in one file the first.
 * @throws Problem `picture-broken`, `picture-too-large`, `no-photo-maker`; ConverterError past a limit
 */
export async function asJpeg(path: string, name: string): Promise<Buffer> {
  const broken = new Problem(
    422,
    'picture-broken',
    `“${name}” is a damaged photo and cannot be opened. Nothing was changed; save it as JPEG and add that.`,
  );
  return withFolder(async (folder) => {
    await folder.put('photo.heic', { file: path });
    const args = ['-q', `${QUALITY}`, 'photo.heic', 'photo.jpg'];
    await folder.run({ program: 'heif-convert', args }).catch((failure: unknown) => {
      if (!(failure instanceof ConverterError)) throw failure;
      if (failure.fault === 'missing')
        throw new Problem(
          503,
          'no-photo-maker',
          `This server cannot open “${name}” yet: libheif is missing. Save it as JPEG and add that, or ask the keeper.`,
        );
      throw failure.fault === 'failed' ? broken : failure;
    });
    const [made] = (await folder.list()).filter((one) => one.endsWith('.jpg')).sort();
    if (!made) throw broken;
    await checkPicture(`${folder.path}/${made}`);
    return withoutPlace(`${folder.path}/${made}`);
  });
}
