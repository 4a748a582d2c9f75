// @vitest-environment jsdom
import '@angular/compiler';
import {
  createEnvironmentInjector,
  Injector,
  runInInjectionContext,
  type EnvironmentInjector,
} from '@angular/core';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { Keys } from './keys';

let injector: EnvironmentInjector;
const never = Injector.NULL as EnvironmentInjector;

beforeEach(() => {
  document.body.innerHTML = '<input id="field" /><button id="button">Add</button>';
  injector = createEnvironmentInjector([Keys], never);
});
afterEach(() => injector.destroy());

function press(key: string, more: KeyboardEventInit = {}, on: Element = document.body): boolean {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more });
  on.dispatchEvent(event);
  return event.defaultPrevented;
}

/** A screen that puts one key in force; returns what ends the screen. */
function screen(keys: string[], run: (event: KeyboardEvent) => unknown): EnvironmentInjector {
  const own = createEnvironmentInjector([], injector);
  runInInjectionContext(own, () =>
    injector.get(Keys).use({ title: 'screen', bindings: [{ keys, shown: 'x', does: 'something', run }] }),
  );
  return own;
}

it('runs the key of the newest screen, and of the one before when that is gone', () => {
  const [old, recent] = [vi.fn(), vi.fn()];
  screen(['k'], old);
  const over = screen(['k'], recent);
  expect(press('K')).toBe(true);
  expect(recent).toHaveBeenCalledOnce();
  expect(old).not.toHaveBeenCalled();
  over.destroy();
  press('k');
  expect(old).toHaveBeenCalledOnce();
  expect(injector.get(Keys).sheet()).toHaveLength(1);
});

it('hands a key on when a screen has nothing to do with it', () => {
  const old = vi.fn();
  screen(['Enter'], old);
  screen(['Enter'], () => false);
  press('Enter');
  expect(old).toHaveBeenCalledOnce();
});

it('leaves alone what is typed into a field, and everything while a dialog is open', () => {
  const run = vi.fn();
  screen(['k', 'ctrl+z'], run);
  const field = document.querySelector('#field');
  expect(field && press('k', {}, field)).toBe(false);
  document.body.insertAdjacentHTML('beforeend', '<div role="dialog"></div>');
  press('k');
  expect(run).not.toHaveBeenCalled();
  document.querySelector('[role=dialog]')?.remove();
  press('z', { ctrlKey: true });
  expect(run).toHaveBeenCalledOnce();
});

it('tells a digit from Alt with the digit, whatever the keyboard makes of it', () => {
  const [plain, alt] = [vi.fn(), vi.fn()];
  screen(['2'], plain);
  screen(['alt+2'], alt);
  press('2', { code: 'Digit2' });
  press('€', { code: 'Digit2', altKey: true });
  expect([plain.mock.calls.length, alt.mock.calls.length]).toEqual([1, 1]);
});
