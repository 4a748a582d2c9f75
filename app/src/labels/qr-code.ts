import { encode } from 'uqr';

/** A QR code as one SVG path in modules, with a quiet edge. */
export function qrPath(text: string): { readonly path: string; readonly size: number } {
  const { data, size } = encode(text, { ecc: 'M', border: 2 });
  let path = '';
  data.forEach((row, y) =>
    row.forEach((dark, x) => {
      if (dark) path += `M${x} ${y}h1v1h-1z`;
    }),
  );
  return { path, size };
}
