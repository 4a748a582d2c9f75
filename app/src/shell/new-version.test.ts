import '@angular/compiler';
import { createEnvironmentInjector, Injector, type EnvironmentInjector } from '@angular/core';
import { SwUpdate } from '@angular/service-worker';
import { Subject } from 'rxjs';
import { expect, it } from 'vitest';
import { NewVersion } from './new-version';

const made = () => {
  const versionUpdates = new Subject<{ type: string }>();
  const unrecoverable = new Subject<{ reason: string }>();
  const injector = createEnvironmentInjector(
    [{ provide: SwUpdate, useValue: { versionUpdates, unrecoverable } }, NewVersion],
    Injector.NULL as EnvironmentInjector,
  );
  return { version: injector.get(NewVersion), versionUpdates, unrecoverable };
};

it('offers a version once it has been fetched, and is content with “later”', () => {
  const { version, versionUpdates } = made();
  versionUpdates.next({ type: 'VERSION_DETECTED' });
  expect(version.waiting()).toBe(false);
  versionUpdates.next({ type: 'VERSION_READY' });
  expect(version.waiting()).toBe(true);
  version.later();
  expect(version.waiting()).toBe(false);
  // The next one is offered again.
  versionUpdates.next({ type: 'VERSION_READY' });
  expect(version.waiting()).toBe(true);
});

it('says when what was stored for offline use is damaged', () => {
  const { version, unrecoverable } = made();
  expect(version.lost()).toBe(false);
  unrecoverable.next({ reason: 'a file is gone' });
  expect(version.lost()).toBe(true);
});
