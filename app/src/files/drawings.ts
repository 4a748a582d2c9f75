import type { DrawnLine } from '@aldrek/core/shop';

/** A DXF of lines in mm at 1 : 1, y upward as CAD has it; each kind of line on a layer of its own. */
export async function dxfOf(lines: readonly DrawnLine[]): Promise<string> {
  const { DxfWriter, point2d, point3d, Units, Colors, LWPolylineFlags } = await import('@tarikjabiri/dxf');
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  const height = Math.max(...lines.flatMap(({ points }) => points.map(({ y }) => y)), 0);
  const colours = { board: Colors.White, part: Colors.Blue, offcut: Colors.Yellow } as const;
  for (const layer of new Set(lines.map((line) => line.layer)))
    dxf.addLayer(layer, colours[layer], 'Continuous');
  for (const { layer, points, label } of lines) {
    const vertices = points.map(({ x, y }) => ({ point: point2d(x, height - y) }));
    dxf.addLWPolyline(vertices, { flags: LWPolylineFlags.Closed, layerName: layer });
    const first = points[0];
    if (first) dxf.addText(point3d(first.x + 3, height - first.y - 9), 6, label, { layerName: layer });
  }
  return dxf.stringify();
}

/** Hands a file to the browser to be saved. */
export function saveText(name: string, text: string, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
