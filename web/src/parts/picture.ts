import { LONGEST_PHOTO_PX } from '@upholder/core/jobs';

const QUALITY = 0.82;

/** Half a width, in px, of the patch that a sampled colour is the mean of. */
const SAMPLE_REACH_PX = 3;

async function drawn(source: Blob, longest: number): Promise<HTMLCanvasElement> {
  // Cameras turn pictures by a note in the file; the bitmap has them upright.
  const bitmap = await createImageBitmap(source, { imageOrientation: 'from-image' });
  const scale = Math.min(1, longest / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(bitmap.width * scale));
  canvas.height = Math.max(1, Math.round(bitmap.height * scale));
  canvas.getContext('2d', { willReadFrequently: true })?.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  return canvas;
}

/**
 * Scales a picture down to what is kept: JPEG, neither side longer than 1600 px.
 * @throws Error with a sentence when the browser cannot read the file as a picture.
 */
export async function shrinkPicture(file: Blob): Promise<Blob> {
  let canvas: HTMLCanvasElement;
  try {
    canvas = await drawn(file, LONGEST_PHOTO_PX);
  } catch {
    throw new Error('This picture format cannot be read here.');
  }
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', QUALITY));
  if (!blob) throw new Error('The picture could not be made smaller.');
  return blob;
}

/** Pixels of a picture that the page shows, to sample colours from. */
export async function pixelsOf(address: string): Promise<CanvasRenderingContext2D | null> {
  const answer = await fetch(address);
  const canvas = await drawn(await answer.blob(), LONGEST_PHOTO_PX);
  return canvas.getContext('2d', { willReadFrequently: true });
}

/** Mean colour of a small patch, as `#rrggbb`. @param x @param y share of width and height, 0 to 1. */
export function sampleColour(pixels: CanvasRenderingContext2D, x: number, y: number): string {
  const { width, height } = pixels.canvas;
  const left = Math.max(0, Math.min(width - 1, Math.round(x * width) - SAMPLE_REACH_PX));
  const top = Math.max(0, Math.min(height - 1, Math.round(y * height) - SAMPLE_REACH_PX));
  const size = SAMPLE_REACH_PX * 2 + 1;
  const { data } = pixels.getImageData(left, top, Math.min(size, width - left), Math.min(size, height - top));
  const sum = [0, 0, 0];
  for (let index = 0; index < data.length; index += 4)
    for (let channel = 0; channel < 3; channel += 1)
      sum[channel] = (sum[channel] ?? 0) + (data[index + channel] ?? 0);
  const count = data.length / 4;
  return `#${sum
    .map((total) =>
      Math.round(total / count)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
}
