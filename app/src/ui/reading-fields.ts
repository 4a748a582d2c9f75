import { DOCUMENT, inject, Injectable } from '@angular/core';

/** What an instrument tells, or what a line of text may hold. */
export type Reads = 'length' | 'moisture' | 'line';

/** A field that instruments write into as fingers do. */
export interface ReadingField {
  readonly element: HTMLElement;
  readonly reads: () => Reads | null;
  /** Takes a reading (mm or per cent); false where it can't be used. */
  readonly take: (reading: number) => boolean;
}

/** The fields on screen that instruments can write into, and the one that was last in hand. */
@Injectable({ providedIn: 'root' })
export class ReadingFields {
  private readonly document = inject(DOCUMENT);
  private readonly fields = new Map<HTMLElement, ReadingField>();
  private inHand: ReadingField | null = null;

  constructor() {
    this.document.addEventListener('focusin', ({ target }) => {
      // A hand on the instruments themselves lays nothing down.
      if (!(target instanceof HTMLElement) || target.closest('[data-instruments]')) return;
      this.inHand = this.fields.get(target) ?? null;
    });
  }

  /** Puts a field on the list; call what comes back when the field goes. */
  add(field: ReadingField): () => void {
    this.fields.set(field.element, field);
    return () => {
      this.fields.delete(field.element);
      if (this.inHand === field) this.inHand = null;
    };
  }

  /** Writes into the field in hand, if it waits for such a reading, and goes on to the next that does. */
  write(reads: 'length' | 'moisture', reading: number): boolean {
    const field = this.inHand;
    const waits = field?.reads();
    if (!field?.element.isConnected || (waits !== reads && !(waits === 'line' && reads === 'length')))
      return false;
    if (field.take(reading) && waits === reads) this.next(field.element);
    return true;
  }

  /** Goes on to the next field on screen that reads the same; false where there is none. */
  next(element: HTMLElement): boolean {
    const reads = this.fields.get(element)?.reads();
    if (reads === null || reads === undefined) return false;
    const following = [...this.fields.values()]
      .filter((field) => field.reads() === reads && !field.element.closest('[data-instruments]'))
      .filter(({ element: other }) => isAfter(element, other) && isSeen(other))
      .sort((a, b) => (isAfter(a.element, b.element) ? -1 : 1));
    following[0]?.element.focus();
    return following.length > 0;
  }
}

const isAfter = (one: HTMLElement, other: HTMLElement): boolean =>
  (one.compareDocumentPosition(other) & Node.DOCUMENT_POSITION_FOLLOWING) !== 0;

const isSeen = (element: HTMLElement): boolean => element.closest('[hidden], [inert]') === null;
