import { errorText } from '@core/text/error-text';

/** Bytes that a photo may have at most. */
export const PHOTO_BYTES = 200_000;
/** Along its longer side, dots; what is smaller is never made larger. */
const SIDES = [1600, 1280, 1024, 800, 640, 480];
const QUALITIES = [0.8, 0.65, 0.5];

/**
 * A photo as a data address, made small enough to be kept: as large and as fine as fits.
 * @throws {Error} where the file is no picture that the browser can show
 */
export async function reducedPhoto(file: Blob): Promise<string> {
  const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
  try {
    const canvas = document.createElement('canvas');
    const context = canvas.getContext('2d');
    if (!context) throw new Error('this browser cannot draw pictures');
    for (const side of SIDES) {
      const scale = Math.min(1, side / Math.max(bitmap.width, bitmap.height));
      canvas.width = Math.max(1, Math.round(bitmap.width * scale));
      canvas.height = Math.max(1, Math.round(bitmap.height * scale));
      context.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
      for (const quality of QUALITIES) {
        const data = canvas.toDataURL('image/jpeg', quality);
        // Four letters for three bytes.
        if (((data.length - data.indexOf(',') - 1) * 3) / 4 <= PHOTO_BYTES) return data;
      }
    }
    throw new Error('this picture cannot be made small enough');
  } finally {
    bitmap.close();
  }
}

/** Why a photo was not taken in, and what will do. */
export const photoFailure = (error: unknown): string =>
  `The photo could not be taken in: ${errorText(error)}. A JPEG or PNG of the camera will do.`;
