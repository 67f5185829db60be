/** What of the package is used: it ships no types. */
declare module 'heic-decode' {
  interface Picture {
    readonly width: number;
    readonly height: number;
    decode(): Promise<{ readonly data: Uint8ClampedArray }>;
  }
  const decode: {
    all(input: { readonly buffer: Uint8Array }): Promise<Picture[] & { dispose(): void }>;
  };
  export default decode;
}
