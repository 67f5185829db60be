import QRCode from 'qrcode';

/** A QR code as the path of its dark squares, each one unit wide. */
export function squaresOf(text: string): { readonly size: number; readonly path: string } {
  const { size, data } = QRCode.create(text, { errorCorrectionLevel: 'M' }).modules;
  const dark: string[] = [];
  data.forEach((is, i) => {
    if (is) dark.push(`M${i % size} ${Math.floor(i / size)}h1v1h-1z`);
  });
  return { size, path: dark.join('') };
}
