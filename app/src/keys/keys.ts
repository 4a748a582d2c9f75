import { DestroyRef, inject, Injectable } from '@angular/core';
import type { FindingKind } from '@aldrek/core/wood';

/** A key of a screen: what it does, and how it is shown on the key sheet. */
export interface KeyBinding {
  /** As `KeyboardEvent.key`, lower case for letters; `ctrl+z` with a modifier; several may share one. */
  readonly keys: readonly string[];
  readonly shown: string;
  readonly does: string;
  /** The kind of finding that it drops: its mark is drawn beside it. */
  readonly mark?: FindingKind;
  /** False for keys that only make sense under a finger: arrows, digits of a distance. */
  readonly palette?: boolean;
  /** Returns false when it had nothing to do, so that the key keeps its usual meaning. */
  readonly run: (event: KeyboardEvent) => unknown;
}

export interface KeyGroup {
  readonly title: string;
  readonly bindings: readonly KeyBinding[];
}

/** A key as data: which deed of its screen it does. */
export interface KeyRow<D extends string> extends Omit<KeyBinding, 'run'> {
  readonly deed: D;
}

/** Key rows with what each of their deeds does. */
export const bound = <D extends string>(
  rows: readonly KeyRow<D>[],
  deeds: Readonly<Record<D, KeyBinding['run']>>,
): readonly KeyBinding[] => rows.map(({ deed, ...row }) => ({ ...row, run: deeds[deed] }));

/** The keys in force: the shell's own and those of the station in view. One place listens for all. */
@Injectable({ providedIn: 'root' })
export class Keys {
  private groups: KeyGroup[] = [];

  constructor() {
    const listen = (event: KeyboardEvent): void => this.hear(event);
    document.addEventListener('keydown', listen);
    inject(DestroyRef).onDestroy(() => document.removeEventListener('keydown', listen));
  }

  /** Puts a group of keys in force until the caller is destroyed. */
  use(group: KeyGroup): void {
    this.groups = [group, ...this.groups];
    inject(DestroyRef).onDestroy(() => {
      this.groups = this.groups.filter((other) => other !== group);
    });
  }

  sheet(): readonly KeyGroup[] {
    return this.groups;
  }

  private hear(event: KeyboardEvent): void {
    const modified = event.ctrlKey || event.metaKey;
    if (isWriting(event.target) && !(modified && WHILE_WRITING.has(event.key.toLowerCase()))) return;
    // Looked for last: it takes most of the time that a key in a field would cost here.
    if (event.defaultPrevented || document.querySelector('[role="dialog"], [role="menu"]')) return;
    const digit = event.altKey && /^Digit\d$/.test(event.code) ? event.code.slice(-1) : null;
    const key = digit ?? (event.key.length === 1 ? event.key.toLowerCase() : event.key);
    const name = `${modified ? 'ctrl+' : ''}${digit === null ? '' : 'alt+'}${key}`;
    for (const group of this.groups) {
      const binding = group.bindings.find((candidate) => candidate.keys.includes(name));
      if (binding && binding.run(event) !== false) {
        event.preventDefault();
        return;
      }
    }
  }
}

/** With Ctrl, these are heard in a field too. */
const WHILE_WRITING = new Set(['enter', 'k']);

/** What letters go into: fields, and lists that jump to what is typed. */
const WRITTEN_IN =
  'input:not([type="checkbox"], [type="radio"], [type="range"]), textarea, select, [role="combobox"]';

/** Whether what is typed goes into a field. */
function isWriting(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && (target.isContentEditable || target.closest(WRITTEN_IN) !== null);
}
