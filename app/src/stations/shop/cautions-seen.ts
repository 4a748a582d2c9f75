import { inject, Injectable, signal } from '@angular/core';
import { Today } from '../../shop-store/today';

const KEY = 'aldrek.cautions-seen';

/** Cautions that were read today stand in one line for the rest of the day; tomorrow they are said in full again. */
@Injectable({ providedIn: 'root' })
export class CautionsSeen {
  private readonly today = inject(Today);
  private readonly seen = signal(this.stored());

  has(danger: string): boolean {
    const { day, dangers } = this.seen();
    return day === this.today.get() && dangers.includes(danger);
  }

  read(danger: string): void {
    const day = this.today.get();
    const before = this.seen();
    const now = { day, dangers: [...(before.day === day ? before.dangers : []), danger] };
    this.seen.set(now);
    try {
      localStorage.setItem(KEY, JSON.stringify(now));
    } catch {
      // Without storage they are asked again after a reload, no more.
    }
  }

  private stored(): { readonly day: string; readonly dangers: readonly string[] } {
    const none = { day: '', dangers: [] };
    try {
      const text = localStorage.getItem(KEY);
      const found = text === null ? none : (JSON.parse(text) as Partial<typeof none>);
      return typeof found.day === 'string' && Array.isArray(found.dangers)
        ? { day: found.day, dangers: found.dangers }
        : none;
    } catch {
      return none;
    }
  }
}
