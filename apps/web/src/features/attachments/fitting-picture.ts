/** The server's size limit for one file. */
const MAX_BYTES = 8_000_000;
/** Enough to read a stamped plate or a page of a manual; camera photos are several times larger. */
const MAX_PIXELS = 2400;
const JPEG_QUALITY = 0.85;

/**
 * A photo for upload, scaled down to what the bench needs, for weak networks. Other files, and images that the browser
 * cannot decode, are sent unchanged: the server validates them.
 */
export async function fittingPicture(file: File): Promise<Blob> {
  if (!file.type.startsWith('image/')) return file;
  const picture = await createImageBitmap(file).catch(() => null);
  if (picture === null) return file;
  const scale = Math.min(1, MAX_PIXELS / Math.max(picture.width, picture.height));
  if (scale === 1 && file.size < MAX_BYTES / 4) return file;
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(picture.width * scale);
  canvas.height = Math.round(picture.height * scale);
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  const smaller = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', JPEG_QUALITY));
  return smaller !== null && smaller.size < file.size ? smaller : file;
}
