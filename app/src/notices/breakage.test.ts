import '@angular/compiler';
import { Clipboard } from '@angular/cdk/clipboard';
import { createEnvironmentInjector, Injector, type EnvironmentInjector } from '@angular/core';
import { beforeEach, expect, it, vi } from 'vitest';
import { WorkerFault } from '../workers/client';
import { Breakage } from './breakage';

let breakage: Breakage;
beforeEach(() => {
  vi.stubGlobal('location', { pathname: '/rack' });
  vi.stubGlobal('navigator', { userAgent: 'a browser' });
  const injector = createEnvironmentInjector(
    [{ provide: Clipboard, useValue: { copy: () => true } }, Breakage],
    Injector.NULL as EnvironmentInjector,
  );
  breakage = injector.get(Breakage);
  vi.spyOn(console, 'error').mockImplementation(() => undefined);
});

it('keeps the first error and counts those that follow', () => {
  breakage.handleError(new Error('no such board'));
  breakage.handleError(new Error('and then this'));
  expect(breakage.broken()).toMatchObject({ message: 'no such board', more: 1 });
  const report = breakage.report() ?? '';
  expect(report).toContain('Aldrek broke: no such board');
  expect(report).toContain('and 1 more since');
  expect(report).toContain('breakage.test');
  breakage.close();
  expect(breakage.broken()).toBeNull();
});

it('hears rejected promises, whatever was thrown', () => {
  breakage.handleError({ rejection: 'a plain text' });
  expect(breakage.broken()).toMatchObject({ message: 'a plain text', stack: '' });
});

it('takes a question that was only given up for no fault', () => {
  breakage.handleError({ rejection: new WorkerFault('cancelled', 'cancelled') });
  breakage.handleError(new Error('ResizeObserver loop completed with undelivered notifications.'));
  expect(breakage.broken()).toBeNull();
});
