/** What the command palette offers, and how it is searched. */
import { type Project } from '@aldrek/core/project';
import { speciesLabel, type Piece } from '@aldrek/core/wood';
import type { KeyGroup } from './keys';
import type { Station } from './stations';

export interface Command {
  readonly id: string;
  /** “Rack”, “P-03”, “Match again”. */
  readonly name: string;
  /** What kind of thing it is, or what else there is to know of it. */
  readonly about: string;
  /** The key that does the same, where there is one. */
  readonly key?: string;
  readonly run: () => unknown;
}

/** What commands are made of. */
export interface CommandSources {
  readonly stations: readonly Station[];
  readonly pieces: readonly Piece[];
  readonly projects: readonly Project[];
  readonly keys: readonly KeyGroup[];
  readonly actions: readonly Command[];
  readonly go: (path: readonly string[]) => unknown;
}

/** What a key's work is handed when it was called by its name: no key at all. */
const calledByName = (): KeyboardEvent => ({ key: '', shiftKey: false }) as KeyboardEvent;

/** Offered at once: more would have to be read. */
const MOST_OFFERED = 12;

const stationCommands = ({ stations, go }: CommandSources): Command[] =>
  stations.map(({ path, name }, i) => ({
    id: `station ${path}`,
    name,
    about: 'station',
    key: String(i + 1),
    run: () => go([path]),
  }));

/** What the keys in force do. The stations’ own keys are told with the stations. */
const keyCommands = ({ keys, stations }: CommandSources): Command[] => {
  const names = new Set(stations.map(({ name }) => name));
  return keys.flatMap(({ title, bindings }) =>
    bindings
      .filter(({ does, palette }) => palette !== false && !names.has(does))
      .map(({ does, shown, run }) => ({
        id: `key ${title} ${does}`,
        name: does.charAt(0).toUpperCase() + does.slice(1),
        about: title === 'Everywhere' ? '' : title,
        key: shown,
        run: () => run(calledByName()),
      })),
  );
};

const pieceCommand = (piece: Piece, go: CommandSources['go']): Command => ({
  id: `piece ${piece.id}`,
  name: piece.tag,
  about: `${speciesLabel(piece)} ${piece.name}`.trim(),
  run: () => go(['/inspect', piece.id]),
});

const projectCommand = (project: Project, go: CommandSources['go']): Command => ({
  id: `project ${project.id}`,
  name: project.name,
  about: 'project',
  run: () => go(['/projects', project.id]),
});

/**
 * What fits a query: every word of it begins a word of the command. What begins with the query comes first; with
 * nothing asked for, stations and what can be done here.
 */
export function commandsFor(query: string, sources: CommandSources): Command[] {
  const wanted = query.toLowerCase().split(/\s+/).filter(Boolean);
  const fixed = [...stationCommands(sources), ...keyCommands(sources), ...sources.actions];
  if (wanted.length === 0) return fixed.slice(0, MOST_OFFERED);
  const fits = (text: string): boolean => {
    const words = ` ${text.toLowerCase().replace(/[\s,;:()]+/g, ' ')}`;
    return wanted.every((word) => words.includes(` ${word}`));
  };
  const found = [
    ...fixed.filter(({ name, about }) => fits(`${name} ${about}`)),
    ...sources.projects
      .filter(({ name }) => fits(name))
      .map((project) => projectCommand(project, sources.go)),
    ...firstOf(sources.pieces, (piece) => fits(`${piece.tag} ${piece.name} ${piece.species}`)).map((piece) =>
      pieceCommand(piece, sources.go),
    ),
  ];
  const whole = query.trim().toLowerCase();
  const rank = ({ name }: Command): number => (name.toLowerCase().startsWith(whole) ? 0 : 1);
  return found.sort((a, b) => rank(a) - rank(b)).slice(0, MOST_OFFERED);
}

/** The first few that fit: a rack may hold thousands. */
function firstOf(pieces: readonly Piece[], fits: (piece: Piece) => boolean): Piece[] {
  const found: Piece[] = [];
  for (const piece of pieces) {
    if (fits(piece)) found.push(piece);
    if (found.length === MOST_OFFERED) break;
  }
  return found;
}
