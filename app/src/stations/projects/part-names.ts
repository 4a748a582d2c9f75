import { partLetter, type Part, type Project } from '@aldrek/core/project';

function overParts(
  mates: readonly Project[],
  say: (part: Part, index: number, mate: number) => string,
): ReadonlyMap<string, string> {
  return new Map(
    mates.flatMap(({ parts }, mate) =>
      parts.map((part, i) => [part.id as string, say(part, i, mate)] as const),
    ),
  );
}

/** Letters of parts; of projects matched together each has a number before them, the same on all their sheets. */
export const lettersOf = (mates: readonly Project[]): ReadonlyMap<string, string> =>
  overParts(mates, (_, i, mate) => (mates.length > 1 ? `${mate + 1}${partLetter(i)}` : partLetter(i)));

/** Names of the project's parts, and of its mates' with whom they are for. */
export const namesOf = (project: Project | null, mates: readonly Project[]): ReadonlyMap<string, string> =>
  overParts(mates, ({ name }, _, mate) => {
    const whose = mates[mate];
    return whose === undefined || whose.id === project?.id ? name : `${name} for ${whose.name}`;
  });

/** Parts that are not the project's own, with the project that they are for. */
export const othersOf = (project: Project | null, mates: readonly Project[]): ReadonlyMap<string, string> =>
  new Map(
    mates.flatMap(({ id, name, parts }) =>
      id === project?.id ? [] : parts.map((part) => [part.id as string, name] as const),
    ),
  );
