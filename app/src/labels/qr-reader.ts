import jsQR from 'jsqr';

/** Reads a QR code off a picture; null when there is none in it. Pixels are RGBA. */
export function readQr(pixels: Uint8ClampedArray, width: number, height: number): string | null {
  const data = jsQR(pixels, width, height, { inversionAttempts: 'dontInvert' })?.data;
  return data === undefined || data === '' ? null : data;
}
