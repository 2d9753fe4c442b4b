import type { Attachment, ErrorData } from '#shared/types/wire';

/** Widest side of a picture that was scaled down, in pixels: enough for a letter on any screen. */
const SIDES = [1600, 1200, 900, 640];

/** A picture made small enough, as a JPEG (or PNG where it has clear parts and that is small enough). */
export async function scaledDown(picture: Blob, limit: number): Promise<Blob | null> {
  const bitmap = await createImageBitmap(picture).catch(() => null);
  if (!bitmap) return null;
  try {
    for (const side of SIDES) {
      const factor = Math.min(1, side / Math.max(bitmap.width, bitmap.height));
      const canvas = document.createElement('canvas');
      canvas.width = Math.max(1, Math.round(bitmap.width * factor));
      canvas.height = Math.max(1, Math.round(bitmap.height * factor));
      const context = canvas.getContext('2d')!;
      const make = (type: string) => new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, type, 0.85));
      context.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
      const png = picture.type === 'image/png' ? await make('image/png') : null;
      if (png && png.size <= limit) return png;
      // JPEG knows no clear parts; they become white, like paper.
      context.globalCompositeOperation = 'destination-over';
      context.fillStyle = '#ffffff';
      context.fillRect(0, 0, canvas.width, canvas.height);
      const jpeg = await make('image/jpeg');
      if (jpeg && jpeg.size <= limit) return jpeg;
    }
    return null;
  } finally {
    bitmap.close();
  }
}

/** What is told while a file is handed over, and how it is stopped. */
export interface Handover {
  /** How much of it the server has, from 0 to 1. */
  progress?(share: number): void;
  signal?: AbortSignal;
}

/**
 * Hands a file over to be kept by its content.
 * @returns null when it was stopped
 * @throws ApiError with a message for the user
 */
export function upload(
  use: 'picture' | 'attachment',
  file: Blob,
  name: string,
  { progress, signal }: Handover = {},
): Promise<Attachment | null> {
  return new Promise((resolve, reject) => {
    // Only this way of asking tells how much of a body has gone.
    const request = new XMLHttpRequest();
    request.open('POST', `/api/files?${new URLSearchParams({ use, name })}`);
    request.setRequestHeader('content-type', file.type || 'application/octet-stream');
    request.setRequestHeader('accept', 'application/json');
    request.responseType = 'json';
    request.upload.onprogress = ({ loaded, total }) => progress?.(total ? loaded / total : 0);
    request.onload = () => {
      if (request.status === 200) resolve(request.response as Attachment);
      else reject(failureOf(request.status, (request.response as { data?: ErrorData } | null)?.data));
    };
    request.onerror = () => reject(failureOf(0, undefined));
    request.onabort = () => resolve(null);
    signal?.addEventListener('abort', () => request.abort());
    request.send(file);
  });
}
