import { computed, type ErrorHandler, inject, Injectable, Injector, signal } from '@angular/core';
import { Clipboard } from '@angular/cdk/clipboard';
import { isCancelled } from '../workers/client';
import { ShopStore } from '../shop-store/shop.store';

/** What broke, as the program saw it. */
export interface Broken {
  readonly message: string;
  readonly stack: string;
  /** When, in ISO form. */
  readonly at: string;
  /** The screen it happened on. */
  readonly path: string;
  /** How many more have followed it. */
  readonly more: number;
}

/** Browsers report these when a layout takes two goes: nothing is wrong. */
const HARMLESS = 'ResizeObserver loop';

/**
 * Hears of every error that nobody caught, rejected promises too. It keeps the first, which is mostly the cause of those
 * that follow, for the frame to show; nothing is sent anywhere.
 */
@Injectable({ providedIn: 'root' })
export class Breakage implements ErrorHandler {
  // Asked for late: an error may come before there is a store.
  private readonly injector = inject(Injector);
  private readonly clipboard = inject(Clipboard);
  private readonly first = signal<Broken | null>(null);
  readonly broken = this.first.asReadonly();

  readonly report = computed(() => {
    const broken = this.first();
    return broken && reportOf(broken, this.sizeOfShop());
  });

  handleError(thrown: unknown): void {
    const error = unwrapped(thrown);
    if (isCancelled(error) || messageOf(error).startsWith(HARMLESS)) return;
    console.error(error);
    this.first.update((before) =>
      before
        ? { ...before, more: before.more + 1 }
        : {
            message: messageOf(error),
            stack: error instanceof Error ? (error.stack ?? '') : '',
            at: new Date().toISOString(),
            path: location.pathname,
            more: 0,
          },
    );
  }

  /** Puts the report on the clipboard; false where the browser does not let it. */
  copy(): boolean {
    return this.clipboard.copy(this.report() ?? '');
  }

  close(): void {
    this.first.set(null);
  }

  private sizeOfShop(): string {
    try {
      const { hauls, pieces, projects, entries } = this.injector.get(ShopStore).shop();
      return `${hauls.length} hauls, ${pieces.length} pieces, ${projects.length} projects, ${entries.length} entries`;
    } catch {
      return 'not read';
    }
  }
}

/** A rejection comes wrapped, with what was thrown inside it. */
function unwrapped(thrown: unknown): unknown {
  const inner = (thrown as { rejection?: unknown } | null)?.rejection;
  return inner ?? thrown;
}

const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** A report as plain text: what broke and where, how large the shop is, and nothing of what is in it. */
function reportOf({ message, stack, at, path, more }: Broken, size: string): string {
  return [
    `Aldrek broke: ${message}`,
    `when: ${at}${more > 0 ? `, and ${more} more since` : ''}`,
    `where: ${path}`,
    `browser: ${navigator.userAgent}`,
    `shop: ${size}`,
    '',
    stack,
  ].join('\n');
}
