/** What reads codes, loaded with the first one. */
export const loadReader = () => import('jsqr');

/** Longest side that is searched, in px: enough for a label held to the camera, quick enough for every frame. */
const LONGEST_PX = 900;

/** The text of the first code in a picture or a video frame; null when there is none. */
export async function decodeFrame(source: HTMLVideoElement | ImageBitmap): Promise<string | null> {
  const { default: jsQR } = await loadReader();
  const width = 'videoWidth' in source ? source.videoWidth : source.width;
  const height = 'videoHeight' in source ? source.videoHeight : source.height;
  if (width === 0 || height === 0) return null;
  const scale = Math.min(1, LONGEST_PX / Math.max(width, height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(width * scale);
  canvas.height = Math.round(height * scale);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) return null;
  context.drawImage(source, 0, 0, canvas.width, canvas.height);
  const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
  return jsQR(data, canvas.width, canvas.height)?.data ?? null;
}
