/** A file to be kept by who asked for it. */
export const attachment = (
  body: string | Uint8Array<ArrayBuffer>,
  type: string,
  fileName: string
): Response =>
  new Response(body, {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName)}`,
      'cache-control': 'private, no-cache'
    }
  });
