import sharp from 'sharp';
import { ProblemError } from '@gantelet/contracts';

/** Longer edges than the page sends. */
const LONGEST_EDGE_PX = 1600;
/** A few bytes can claim to be a picture of any size. */
const MOST_PIXELS = 40_000_000;
const QUALITY = 82;

/**
 * A photo decoded and encoded again: whatever else was in the file, such as where it was taken, is gone.
 *
 * @param photo base64 of a JPEG
 * @returns base64 of a JPEG, turned upright
 * @throws ProblemError `request.invalid` if it is not a picture
 */
export async function cleanPhoto(photo: string): Promise<string> {
  try {
    const cleaned = await sharp(Buffer.from(photo, 'base64'), { limitInputPixels: MOST_PIXELS })
      .rotate()
      .resize({ width: LONGEST_EDGE_PX, height: LONGEST_EDGE_PX, fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: QUALITY })
      .toBuffer();
    return cleaned.toString('base64');
  } catch {
    throw new ProblemError('request.invalid', {}, [
      { path: 'body.photo', message: 'a picture that can be read, as JPEG in base64' },
    ]);
  }
}
