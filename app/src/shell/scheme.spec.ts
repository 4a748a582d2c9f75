import { TestBed } from '@angular/core/testing';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Scheme } from './scheme';

describe('light or dark', () => {
  let changed: (event: { readonly matches: boolean }) => void;

  beforeEach(() => {
    localStorage.clear();
    vi.stubGlobal('matchMedia', () => ({
      matches: false,
      addEventListener: (_: string, listen: typeof changed) => (changed = listen),
    }));
  });
  afterEach(() => {
    vi.unstubAllGlobals();
    localStorage.clear();
    document.documentElement.classList.remove('dark');
  });

  const drawnDark = (): boolean => document.documentElement.classList.contains('dark');

  it('is as the machine says, also when that changes while the shop is open', () => {
    const scheme = TestBed.inject(Scheme);
    expect([scheme.dark(), drawnDark()]).toEqual([false, false]);
    changed({ matches: true });
    expect([scheme.dark(), drawnDark()]).toEqual([true, true]);
    changed({ matches: false });
    expect([scheme.dark(), drawnDark()]).toEqual([false, false]);
  });

  it('stays as the user chose, whatever the machine says, and is so next time', () => {
    const scheme = TestBed.inject(Scheme);
    scheme.toggle();
    expect(drawnDark()).toBe(true);
    changed({ matches: false });
    expect([scheme.dark(), drawnDark()]).toEqual([true, true]);
    TestBed.resetTestingModule();
    expect(TestBed.inject(Scheme).dark()).toBe(true);
  });
});
