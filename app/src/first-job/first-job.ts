import { computed, inject, Injectable, signal } from '@angular/core';
import { ShopStore } from '../shop-store/shop.store';

/** The steps from a find to a cut sheet, in order. */
export const FIRST_STEPS = ['find', 'pieces', 'inspect', 'parts', 'plan'] as const;
export type FirstStep = (typeof FIRST_STEPS)[number];

/** Where a hint stands. */
export type HintPlace = 'hauls' | 'rack' | 'inspect' | 'projects';

/** What to do at each place while a step is the next one; nothing where the place has no part in it. */
const HINTS: Readonly<Record<FirstStep, Partial<Readonly<Record<HintPlace, string>>>>> = {
  find: {
    hauls: 'Say where the wood comes from, then pick what kind of find it is: pallet, pew, flooring, post …',
    rack: 'Begin in Hauls (key 1) with a find, or call out a loose piece on the tally line below.',
  },
  pieces: {
    hauls:
      'Answer the check, measure one member of each sort, then press B: the find is broken down and its pieces go on the rack.',
    rack: 'Break the find down in Hauls (B), or call out a piece on the tally line: 2 board 1800 x 140 x 25 oak, bay 1.',
  },
  inspect: {
    rack: 'Tap a piece, then Inspect (I): what is wrong with it decides what it gives.',
    inspect:
      'Pick what you see below and tap where it is; press “Inspected?” when you have looked at all sides. The yield on the right follows.',
  },
  parts: {
    inspect: 'Go on to Projects (4) and say what you want to make.',
    projects:
      'Start a project, then write its parts on the part line: 4 leg 450 x 45 x 45, clear. Or take a design and its parts.',
  },
  plan: {
    projects:
      'Match (M) lays the parts in your wood. When you like the plan, accept it (A): its pieces are reserved, and the cut sheet is what you saw by.',
  },
};

const KEPT = 'aldrek-first-job';

/** Leads an empty shop through its first job, one hint at a time; put away once, it is gone for good. */
@Injectable({ providedIn: 'root' })
export class FirstJob {
  private readonly store = inject(ShopStore);
  private readonly away = signal(localStorage.getItem(KEPT) === 'away');

  /** The first step that has not been done; null when all have, or the hints were put away. */
  readonly step = computed((): FirstStep | null => {
    if (this.away()) return null;
    const done: Readonly<Record<FirstStep, boolean>> = {
      find: this.store.finds().length > 0 || this.store.pieces().length > 0,
      pieces: this.store.pieces().length > 0,
      inspect: this.store
        .pieces()
        .some(
          ({ inspected, findings, origin }) => inspected !== undefined || (findings.length > 0 && !origin),
        ),
      parts: this.store.projects().some(({ parts }) => parts.length > 0),
      plan: this.store.projects().some(({ plan }) => plan?.accepted === true),
    };
    // Whoever has come further by another way is not sent back.
    const last = FIRST_STEPS.findLastIndex((step) => done[step]);
    return FIRST_STEPS[last + 1] ?? null;
  });

  hintAt(place: HintPlace): { readonly number: number; readonly text: string } | null {
    const step = this.step();
    const text = step && HINTS[step][place];
    return step && text !== undefined && text !== null
      ? { number: FIRST_STEPS.indexOf(step) + 1, text }
      : null;
  }

  putAway(): void {
    localStorage.setItem(KEPT, 'away');
    this.away.set(true);
  }
}
