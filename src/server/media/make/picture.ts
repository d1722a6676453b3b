import { join } from 'node:path';
import sharp, { type Sharp } from 'sharp';
import { type MediaForm, pictureWidths } from '@/core/media';
import { keep, Unusable, type Worked } from './run';

/**
 * Pictures with more pixels would take more memory to turn and to make smaller than a school's machine has to spare.
 */
const mostPixels = 200_000_000;
/** Sides that lie the other way once a picture is turned as its camera says (EXIF, Orientation 5 to 8). */
const isOnItsSide = (orientation = 1) => orientation >= 5;

/**
 * What is known of a picture, and its forms: turned the right way and without what the camera wrote into it, such
 * as the place where it was taken; and smaller ones. One that moves stays as it is.
 */
export async function pictureFacts(path: string, contentType: string, folder: string): Promise<Worked> {
  const found = await sharp(path, { limitInputPixels: false })
    .metadata()
    .catch(() => null);
  if (!found?.width || !found.height) throw new Unusable('the picture cannot be read; save it again and upload that');
  const { width, height, orientation } = found;
  if (width * height > mostPixels)
    throw new Unusable(
      `the picture has ${Math.round((width * height) / 1e6)} million pixels; make it smaller than ${mostPixels / 1e6} million`,
    );
  const sides = isOnItsSide(orientation) ? { width: height, height: width } : { width, height };
  if ((found.pages ?? 1) > 1) return { plays: true, ...sides, forms: [] };
  const write = async (name: MediaForm['name'], picture: Sharp, type: string): Promise<MediaForm> => {
    const made = join(folder, name);
    await picture.toFile(made).catch(() => {
      throw new Unusable('the picture is damaged; save it again and upload that');
    });
    return { name, hash: await keep(made, type), contentType: type };
  };
  const open = () => sharp(path, { limitInputPixels: mostPixels }).autoOrient().keepIccProfile();
  const forms: MediaForm[] = [];
  const isMarked = found.exif || found.xmp || found.iptc || (orientation ?? 1) > 1;
  if (isMarked) forms.push(await write('clean', open().toFormat(found.format, { quality: 92 }), contentType));
  for (const wide of pictureWidths)
    if (sides.width > wide)
      forms.push(await write(`w${wide}`, open().resize({ width: wide }).webp({ quality: 80 }), 'image/webp'));
  return { plays: true, ...sides, forms };
}
