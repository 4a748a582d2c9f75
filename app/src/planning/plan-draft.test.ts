import '@angular/compiler';
import { createEnvironmentInjector, Injector, type EnvironmentInjector } from '@angular/core';
import { expect, it } from 'vitest';
import { aProject } from '../../test-support/made-up-project';
import type { ShortPart } from '../workers/protocol';
import { PlanDraft } from './plan-draft';
import { Planning } from './planning';

/** Planning that answers when it is told to. */
class SlowPlanning {
  readonly asked: string[] = [];
  private readonly answers: ((short: readonly ShortPart[]) => void)[] = [];
  draft(project: { name: string }): Promise<readonly ShortPart[]> {
    this.asked.push(project.name);
    return new Promise((resolve) => this.answers.push(resolve));
  }
  async answer(short: readonly ShortPart[]): Promise<void> {
    this.answers.shift()?.(short);
    await new Promise((resolve) => setTimeout(resolve));
  }
}

const made = () => {
  const planning = new SlowPlanning();
  const injector = createEnvironmentInjector(
    [{ provide: Planning, useValue: planning }, PlanDraft],
    Injector.NULL as EnvironmentInjector,
  );
  return { planning, draft: injector.get(PlanDraft) };
};
const SHORT = { name: 'seat board', short: 1, of: 3 };

it('asks once at a time, and of what came meanwhile only the newest', async () => {
  const { planning, draft } = made();
  for (const name of ['first', 'second', 'third']) draft.follow(aProject({ name }));
  expect(planning.asked).toEqual(['first']);
  await planning.answer([]);
  expect(planning.asked).toEqual(['first', 'third']);
  await planning.answer([SHORT]);
  expect(draft.said()).toEqual({ projectId: 'project', short: [SHORT] });
});

it('says nothing more once the hand has let go, and begins again with the next move', async () => {
  const { planning, draft } = made();
  draft.follow(aProject({ name: 'first' }));
  draft.follow(null);
  await planning.answer([SHORT]);
  expect(draft.said()).toBeNull();
  draft.follow(aProject({ name: 'again' }));
  await planning.answer([]);
  expect(draft.said()).toEqual({ projectId: 'project', short: [] });
});
