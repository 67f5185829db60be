/** An SVG of our own as a response; it may load and run nothing. */
export const svgResponse = (svg: string, cacheControl: string): Response =>
  new Response(svg, {
    headers: {
      'content-type': 'image/svg+xml',
      'cache-control': cacheControl,
      'content-security-policy': "default-src 'none'"
    }
  });

/** A photograph as a response. */
export const jpegResponse = (jpeg: Buffer, cacheControl: string): Response =>
  new Response(new Uint8Array(jpeg), {
    headers: {
      'content-type': 'image/jpeg',
      'cache-control': cacheControl,
      'content-security-policy': "default-src 'none'"
    }
  });
