import type { AssemblyStep } from '@aldrek/core/floor';

/** What is said of a step beside its title. */
export function stateWords({ joints, glueUps, glued, people, inRoom }: AssemblyStep, done: boolean): string {
  return [
    ...(done ? ['done'] : []),
    ...(joints > 0 ? [`${joints} ${joints === 1 ? 'joint' : 'joints'}`] : []),
    ...(glued ? [glueUps > 1 ? `${glueUps} glue-ups` : 'glued'] : []),
    ...(people === 2 ? ['two people'] : []),
    ...(inRoom ? ['in the room itself'] : []),
  ].join(' · ');
}
