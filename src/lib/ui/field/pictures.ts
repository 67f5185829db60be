import { problemIn } from './problem-in';
import type { FieldStore, KeptPicture } from './store';

/** Pictures of what is found: made small on the phone, kept there, and sent after the act to which they belong. */

const longestSide = 1600;

/** Makes a picture from the camera small; one that this browser cannot read goes as it is, and the server reads it. */
export async function madeSmall(file: Blob): Promise<Blob> {
  try {
    const picture = await createImageBitmap(file);
    const scale = Math.min(1, longestSide / Math.max(picture.width, picture.height));
    const canvas = new OffscreenCanvas(Math.round(picture.width * scale), Math.round(picture.height * scale));
    canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
    return await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 });
  } catch {
    return file;
  }
}

export const putPicture = ({ id, walkId, blob }: KeptPicture): Promise<Response> =>
  fetch(`/api/walks/${walkId}/pictures/${id}`, {
    method: 'PUT',
    // What has no type is taken for nothing, and some cameras give none.
    headers: { 'content-type': 'application/octet-stream', accept: 'application/json' },
    body: blob
  });

/**
 * Sends the pictures of acts that the server has. One that it has goes off the phone; one that it will never take stays
 * with the reason; everything else waits for the next time.
 */
export async function sendPictures(
  store: FieldStore,
  owner: string,
  put: (picture: KeptPicture) => Promise<Response> = putPicture
): Promise<void> {
  for (const picture of await store.picturesToSend(owner)) {
    const response = await put(picture).catch(() => undefined);
    if (response?.status === 204) await store.forgetPicture(picture.id);
    else if (response && [400, 404, 413].includes(response.status))
      await store.refusePicture(picture, await problemIn(response));
    // Something else than the server may have answered, or it has trouble of its own.
    else if (!response || response.status === 401) return;
  }
}
