/**
 * An oracle for clear cuttings: tries every section, strip and run on a grid of whole steps. Shares
 * no idea with the kernel but the rule itself; use it where all sizes are multiples of `step`.
 */
import type { Rect } from '../src/geometry/rectangle.ts';

export interface GridCase {
  readonly length: number;
  readonly width: number;
  readonly kerf: number;
  readonly minLength: number;
  readonly minWidth: number;
  readonly blocked: readonly Rect[];
}

/** How the length and the width of a cutting count: as they are (1), squared (2), or 1 if just the least (0). */
interface GridPowers {
  readonly length: 0 | 1 | 2;
  readonly width: 0 | 1 | 2;
}

const PLAIN: GridPowers = { length: 1, width: 1 };

export function gridCrosscutFirst(board: GridCase, step: number, powers = PLAIN): number {
  const nx = board.length / step;
  const ny = board.width / step;
  const kerf = Math.ceil(board.kerf / step);
  const minX = Math.ceil(board.minLength / step);
  const minY = Math.ceil(board.minWidth / step);
  // wall[y][x]: whether the cell is blocked.
  const wall = Array.from({ length: ny }, () => new Array<boolean>(nx).fill(false));
  for (const rect of board.blocked) {
    for (let y = 0; y < ny; y++) {
      for (let x = 0; x < nx; x++) {
        const inX = x * step < rect.x + rect.length && (x + 1) * step > rect.x;
        const inY = y * step < rect.y + rect.width && (y + 1) * step > rect.y;
        if (inX && inY) (wall[y] as boolean[])[x] = true;
      }
    }
  }
  // strip(low, high)[start][end]: best total run length, by trying each last cutting.
  const section = new Float64Array((nx + 1) * (nx + 1));
  const stripTables = new Map<number, Float64Array>();
  for (let low = 0; low < ny; low++) {
    const column = new Array<boolean>(nx).fill(false);
    for (let high = low + 1; high <= ny; high++) {
      for (let x = 0; x < nx; x++) column[x] ||= wall[high - 1]?.[x] ?? false;
      if (high - low >= minY)
        stripTables.set(low * (ny + 1) + high, stripTable(column, nx, kerf, minX, powers.length));
    }
  }
  for (let start = 0; start < nx; start++) {
    for (let end = start + minX; end <= nx; end++) {
      const best = new Float64Array(ny + 1);
      for (let high = 1; high <= ny; high++) {
        best[high] = best[high - 1] as number;
        for (let low = 0; low <= high - minY; low++) {
          const runs = stripTables.get(low * (ny + 1) + high)?.[start * (nx + 1) + end] ?? 0;
          const sum =
            (best[Math.max(0, low - kerf)] as number) + runs * counted(high - low, minY, powers.width);
          if (sum > (best[high] as number)) best[high] = sum;
        }
      }
      section[start * (nx + 1) + end] = best[ny] as number;
    }
  }
  const total = new Float64Array(nx + 1);
  for (let end = 1; end <= nx; end++) {
    total[end] = total[end - 1] as number;
    for (let start = 0; start < end; start++) {
      const sum = (total[Math.max(0, start - kerf)] as number) + (section[start * (nx + 1) + end] as number);
      if (sum > (total[end] as number)) total[end] = sum;
    }
  }
  return (total[nx] as number) * step ** (powers.length + powers.width);
}

const counted = (size: number, least: number, power: number): number =>
  power > 0 ? size ** power : size === least ? 1 : 0;

/** The most pieces of just the least size. */
export function gridPieces(board: GridCase, step: number, ripFirst: boolean): number {
  const school = ripFirst ? gridRipFirst : gridCrosscutFirst;
  return Math.round(school(board, step, { length: 0, width: 0 }));
}

function stripTable(
  column: readonly boolean[],
  nx: number,
  kerf: number,
  minX: number,
  power: number,
): Float64Array {
  const table = new Float64Array((nx + 1) * (nx + 1));
  for (let start = 0; start < nx; start++) {
    const best = new Float64Array(nx + 1);
    for (let end = start + 1; end <= nx; end++) {
      best[end] = best[end - 1] as number;
      for (let from = end - 1; from >= start && !column[from]; from--) {
        if (end - from < minX) continue;
        const sum = (best[Math.max(start, from - kerf)] as number) + counted(end - from, minX, power);
        if (sum > (best[end] as number)) best[end] = sum;
      }
      table[start * (nx + 1) + end] = best[end] as number;
    }
  }
  return table;
}

export function gridRipFirst(board: GridCase, step: number, powers = PLAIN): number {
  return gridCrosscutFirst(
    {
      length: board.width,
      width: board.length,
      kerf: board.kerf,
      minLength: board.minWidth,
      minWidth: board.minLength,
      blocked: board.blocked.map((r) => ({ x: r.y, y: r.x, length: r.width, width: r.length })),
    },
    step,
    { length: powers.width, width: powers.length },
  );
}
