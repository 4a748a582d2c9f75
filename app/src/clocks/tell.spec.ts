import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { askToNotify, canAsk, tell } from './tell';

const news = (id: string) => ({ id, title: 'Clamps off: top P-01', body: 'Boot bench' });
const shown: { title: string; body: string | undefined; tag: string | undefined }[] = [];

/** A browser that may notify, or not yet, or refuses. */
function browser(permission: NotificationPermission, refuses = false): void {
  class Notice {
    static permission = permission;
    static requestPermission = (): Promise<NotificationPermission> => Promise.resolve('granted');
    constructor(title: string, { body, tag }: NotificationOptions) {
      if (refuses) throw new TypeError('only from a service worker');
      shown.push({ title, body, tag });
    }
  }
  vi.stubGlobal('Notification', Notice);
}

beforeEach(() => {
  localStorage.clear();
  shown.length = 0;
  document.title = 'Aldrek';
  vi.stubGlobal('AudioContext', undefined);
});
afterEach(() => {
  dispatchEvent(new Event('pointerdown'));
  vi.unstubAllGlobals();
  localStorage.clear();
});

describe('telling that something is free', () => {
  it('notifies where it may, once for each, whichever tab comes first', () => {
    browser('granted');
    tell(news('e1 clamps'));
    tell(news('e1 clamps'));
    tell(news('e2 clamps'));
    expect(shown.map(({ tag }) => tag)).toEqual(['e1 clamps', 'e2 clamps']);
    expect(shown[0]).toMatchObject({ title: 'Clamps off: top P-01', body: 'Boot bench' });
    expect(document.title).toBe('Aldrek');
  });

  it('says it in the title until someone looks, where it may not notify', () => {
    browser('default');
    tell(news('e1 clamps'));
    expect(shown).toEqual([]);
    expect(document.title).toBe('● Clamps off: top P-01');
    tell({ ...news('e1 hard'), title: 'Hard: top P-01' });
    expect(document.title).toBe('● Hard: top P-01');
    dispatchEvent(new Event('pointerdown'));
    expect(document.title).toBe('Aldrek');
  });

  it('says it in the title where the browser refuses all the same', () => {
    browser('granted', true);
    tell(news('e1 clamps'));
    expect(document.title).toBe('● Clamps off: top P-01');
  });

  it('tells at least twice rather than never, where nothing can be kept', () => {
    browser('granted');
    vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
      throw new Error('full');
    });
    tell(news('e1 clamps'));
    tell(news('e1 clamps'));
    expect(shown).toHaveLength(2);
    vi.restoreAllMocks();
  });

  it('forgets the oldest of very many', () => {
    browser('granted');
    for (let n = 0; n < 60; n++) tell(news(`e${n}`));
    const kept = (localStorage.getItem('aldrek.clocks-told') ?? '').split('\n');
    expect([kept.length, kept[0], kept.at(-1)]).toEqual([40, 'e20', 'e59']);
  });

  it('asks only where it was neither allowed nor refused', async () => {
    browser('default');
    expect(canAsk()).toBe(true);
    expect(await askToNotify()).toBe(true);
    browser('denied');
    expect(canAsk()).toBe(false);
    vi.stubGlobal('Notification', undefined);
    expect(await askToNotify()).toBe(false);
  });
});
