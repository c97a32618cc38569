/** Runs in a thread of its own: decoding a picture takes time and memory, and nobody knows what is in it. */
import sharp from 'sharp';

const MAX_PIXELS = 60_000_000;
const LONGEST_SIDE_PX = 2000;
const FORMATS: ReadonlySet<string> = new Set(['jpeg', 'png', 'webp']);

export interface Redrawn {
  bytes: Uint8Array;
  width: number;
  height: number;
}

/** A picture as it is kept: upright, at most LONGEST_SIDE_PX, JPEG, without place, device or any other metadata. Null when it is none. */
export default async function redraw(upload: Uint8Array): Promise<Redrawn | null> {
  try {
    const image = sharp(upload, { limitInputPixels: MAX_PIXELS });
    const { format } = await image.metadata();
    if (!FORMATS.has(format ?? '')) return null;
    const { data, info } = await image
      .rotate()
      .resize({ width: LONGEST_SIDE_PX, height: LONGEST_SIDE_PX, fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 82 })
      .toBuffer({ resolveWithObject: true });
    return { bytes: new Uint8Array(data), width: info.width, height: info.height };
  } catch {
    return null;
  }
}
