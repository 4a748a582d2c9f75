/**
 * An oracle for the height range of a warped face: the face on a grid of points, and the plane found that
 * makes the range least by search over both tilts. Knows nothing of where the extremes lie.
 */
export function heightRangeByGrid(cup: number, bow: number, twist: number, steps = 40): number {
  const points: { u: number; v: number; z: number }[] = [];
  for (let i = 0; i <= steps; i++) {
    for (let j = 0; j <= steps; j++) {
      const u = i / steps - 0.5;
      const v = j / steps - 0.5;
      points.push({ u, v, z: 4 * cup * u * u + 4 * bow * v * v + twist * u * v });
    }
  }
  const range = (alpha: number, beta: number): number => {
    let high = -Infinity;
    let low = Infinity;
    for (const { u, v, z } of points) {
      const height = z - alpha * u - beta * v;
      if (height > high) high = height;
      if (height < low) low = height;
    }
    return high - low;
  };
  // The range is convex in both tilts: halving about the best of nine finds the least.
  let [alpha, beta] = [1, -1];
  let reach = 2 * (Math.abs(cup) + Math.abs(bow) + Math.abs(twist)) + 1;
  let best = range(alpha, beta);
  while (reach > 1e-5) {
    let moved = false;
    for (const [da, db] of NEIGHBOURS) {
      const tried = range(alpha + da * reach, beta + db * reach);
      if (tried < best - 1e-12) {
        [alpha, beta, best, moved] = [alpha + da * reach, beta + db * reach, tried, true];
      }
    }
    if (!moved) reach /= 2;
  }
  return best;
}

const NEIGHBOURS = [-1, 0, 1].flatMap((a) => [-1, 0, 1].map((b) => [a, b] as const));
