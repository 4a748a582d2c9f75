// Made-up shops of any size for the browser benches.
/** Names of pieces, as on a real rack. */
export const NAMES = ['slat', 'stringer', 'pew back', 'floor strip', 'post', 'stave', 'offcut', 'leg'];
const SPECIES = ['norway-spruce', 'longleaf-pine', 'sugar-maple', 'european-oak', 'greenheart'];
const FINDS = ['chandler’s pallets', 'chapel pews', 'drill hall floor', 'old slipway', 'cider cask'];

/** A shop of `count` made-up pieces with six findings each, and so many projects of six parts. */
export function shopOf(count, settings, projectCount = 0) {
  const pieces = Array.from({ length: count }, (_, i) => ({
    id: `p-${String(i).padStart(6, '0')}`,
    tag: `${'SPFOLW'[i % 6]}-${i}`,
    name: NAMES[i % NAMES.length],
    length: 400 + ((i * 37) % 2400),
    width: 40 + ((i * 13) % 220),
    thickness: 12 + ((i * 7) % 60),
    species: SPECIES[i % SPECIES.length],
    speciesSure: i % 9 === 0 ? 'guess' : 'sure',
    place: `bay ${i % 14}`,
    since: '2026-01-17',
    find: FINDS[i % FINDS.length],
    findings: Array.from({ length: 6 }, (_, n) => ({
      id: `f-${i}-${n}`,
      kind: ['nail-hole', 'metal', 'knot', 'stain', 'check', 'wear'][(i + n) % 6],
      face: 'A',
      x: 20 + n * 60,
      y: 10,
      length: 12,
      width: 12,
    })),
    hazards: i % 5 === 0 ? ['maybe-lead'] : [],
  }));
  const projects = Array.from({ length: projectCount }, (_, n) => ({
    id: `project-${n}`,
    name: `bench ${n + 1}`,
    note: '',
    parts: Array.from({ length: 6 }, (_, i) => ({
      id: `part-${n}-${i}`,
      name: ['rail', 'leg', 'slat', 'top', 'stretcher', 'cleat'][i],
      qty: 1 + ((n + i) % 4),
      length: 250 + 90 * ((n + 3 * i) % 9),
      width: 30 + 12 * ((n + i) % 6),
      thickness: 12 + 3 * (i % 4),
      species: 'any',
      grade: ['character', 'one-face', 'hidden', 'clear'][(n + i) % 4],
      allowances: { length: 25, width: 5, thickness: 0 },
    })),
  }));
  return {
    format: 'aldrek-shop',
    version: 6,
    settings,
    hauls: [],
    pieces,
    projects,
    entries: [],
  };
}

/** A shop floor: so many accepted projects of ten parts each, two to a board. */
export function floorOf(projectCount, settings) {
  const shop = shopOf(0, settings);
  const pieces = [];
  const projects = Array.from({ length: projectCount }, (_, n) => {
    const parts = Array.from({ length: 5 }, (_, i) => ({
      id: `part-${n}-${i}`,
      name: ['rail', 'leg', 'slat', 'cleat', 'stretcher'][i],
      qty: 2,
      length: 300 + 90 * ((n + 3 * i) % 9),
      width: 40 + 12 * ((n + i) % 5),
      thickness: 18 + 3 * (i % 3),
      species: 'any',
      grade: 'character',
      allowances: { length: 25, width: 5, thickness: 2 },
    }));
    const cuts = parts.flatMap((part, i) => {
      const id = `p-${n}-${i}`;
      const [length, width] = [part.length + 25, part.width + 5];
      pieces.push({
        id,
        tag: `B-${n}-${i}`,
        name: 'board',
        length: 2 * length + 120,
        width: width + 30,
        thickness: part.thickness + 6,
        species: 'european-oak',
        speciesSure: 'sure',
        place: `bay ${i}`,
        find: 'chapel pews',
        findings: [],
        warp: { cup: i % 3, bow: n % 4 },
        reservedFor: `project-${n}`,
      });
      return [0, 1].map((unit) => ({
        pieceId: id,
        partId: part.id,
        unit,
        x: unit * (length + 3.2),
        y: 0,
        length,
        width,
      }));
    });
    const plan = { cuts, coverage: 1, missing: [], spentM2: 1, atMostOver: null, accepted: true };
    return { id: `project-${n}`, name: `bench ${n + 1}`, note: '', parts, plan };
  });
  return { ...shop, pieces, projects };
}
