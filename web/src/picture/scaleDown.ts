import { LONGEST_PICTURE } from '@vaktman/core';

/** Longer side of a kept picture, pixels: enough to read a label, small enough for a poor network. */
const LONGEST_SIDE = 1280;
const QUALITIES = [0.8, 0.6, 0.4] as const;

/** The size a picture is kept in: as it is where it is small, else with its longer side brought down. */
export const keptSize = (width: number, height: number): { readonly width: number; readonly height: number } => {
  const share = Math.min(1, LONGEST_SIDE / Math.max(width, height));
  return { width: Math.max(1, Math.round(width * share)), height: Math.max(1, Math.round(height * share)) };
};

/**
 * A picture as it is kept: JPEG in base64, scaled down.
 * @throws {Error} when the file is no picture this browser can show, or none that can be made small enough
 */
export const scaleDown = async (file: Blob): Promise<string> => {
  const picture = await createImageBitmap(file).catch((error: unknown) => {
    throw new Error('The file is no picture that can be shown here.', { cause: error });
  });
  const canvas = Object.assign(document.createElement('canvas'), keptSize(picture.width, picture.height));
  const context = canvas.getContext('2d');
  if (context === null) throw new Error('This browser cannot scale pictures.');
  context.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  for (const quality of QUALITIES) {
    const data = canvas.toDataURL('image/jpeg', quality).replace('data:image/jpeg;base64,', '');
    if (data.length <= LONGEST_PICTURE) return data;
  }
  throw new Error('The picture could not be made small enough to keep.');
};
