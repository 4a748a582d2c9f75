import { signal, type WritableSignal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { byPortions, framesLater, renewedByPortions } from './by-frames';

/** One frame after the other, each when the test says so. */
let waiting: Map<number, FrameRequestCallback>;
function frame(): void {
  const due = [...waiting.values()];
  waiting.clear();
  for (const call of due) call(0);
  TestBed.tick();
}

beforeEach(() => {
  vi.useFakeTimers();
  waiting = new Map();
  let made = 0;
  vi.stubGlobal('requestAnimationFrame', (call: FrameRequestCallback) => (waiting.set(++made, call), made));
  vi.stubGlobal('cancelAnimationFrame', (id: number) => waiting.delete(id));
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

const made = <T>(make: () => T): T => {
  const value = TestBed.runInInjectionContext(make);
  TestBed.tick();
  return value;
};

describe('what follows some frames later', () => {
  let typed: WritableSignal<string>;
  beforeEach(() => (typed = signal('')));

  it('is what it was until then, and only the last of what changed in between', () => {
    const drawn = made(() => framesLater(typed, '', 2));
    typed.set('1');
    TestBed.tick();
    frame();
    expect(drawn()).toBe('');
    typed.set('12');
    TestBed.tick();
    frame();
    expect(drawn()).toBe('');
    frame();
    expect(drawn()).toBe('12');
    expect(waiting.size).toBe(0);
  });

  it('asks for no frame where nothing changed', () => {
    made(() => framesLater(typed, ''));
    expect(waiting.size).toBe(0);
  });
});

describe('what is built by portions', () => {
  it('begins with a few, takes more in each frame, and ends at all', () => {
    const built = made(() => byPortions(signal('a'), signal(20), { atOnce: 2, portion: 3 }));
    const counts = [built()];
    vi.advanceTimersByTime(0);
    TestBed.tick();
    counts.push(built());
    while (waiting.size > 0) {
      frame();
      counts.push(built());
    }
    expect(counts).toEqual([2, 5, 11, 20]);
  });

  it('waits until the typing rests, and begins anew with each change', () => {
    const words = signal('p');
    const built = made(() => byPortions(words, signal(9), { atOnce: 3, portion: 3, quietMs: 90, times: 1 }));
    vi.advanceTimersByTime(60);
    words.set('pl');
    TestBed.tick();
    vi.advanceTimersByTime(60);
    expect(built()).toBe(3);
    vi.advanceTimersByTime(30);
    expect(built()).toBe(6);
    frame();
    expect(built()).toBe(9);
    words.set('pla');
    TestBed.tick();
    expect(built()).toBe(3);
  });
});

describe('a list renewed by portions', () => {
  const list = (...names: string[]) => names.map((name, i) => ({ name, i }));

  it('keeps what was drawn behind what is new, each member once, and comes to the new list', () => {
    const wanted = signal(list('a', 'b', 'c', 'd', 'e'));
    const drawn = made(() => renewedByPortions(wanted, ({ name }) => name, 2));
    const names = () => drawn().map(({ name }) => name);
    expect(names()).toEqual(['a', 'b']);
    vi.advanceTimersByTime(0);
    TestBed.tick();
    frame();
    expect(drawn()).toBe(wanted());

    wanted.set(list('b', 'c', 'x', 'd', 'e'));
    TestBed.tick();
    expect(names()).toEqual(['b', 'c', 'd', 'e']);
    expect(new Set(names()).size).toBe(names().length);
    vi.advanceTimersByTime(0);
    TestBed.tick();
    frame();
    expect(names()).toEqual(['b', 'c', 'x', 'd', 'e']);
  });
});
