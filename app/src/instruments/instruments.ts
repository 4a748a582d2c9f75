import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { formatLength } from '@aldrek/core/wood';
import { ShopStore } from '../shop-store/shop.store';
import { ReadingFields } from '../ui/reading-fields';

export type Link = 'off' | 'connecting' | 'on' | 'lost';

export interface MeterGroup {
  readonly group: number;
  readonly woods: readonly string[];
}

/** What comes over the stream. */
type Message =
  | { readonly kind: 'hello'; readonly simulated: boolean; readonly groups: readonly MeterGroup[] }
  | { readonly kind: 'reading'; readonly instrument: 'caliper'; readonly mm: number }
  | {
      readonly kind: 'reading';
      readonly instrument: 'moisture';
      readonly percent: number | null;
      readonly group: number;
    }
  | {
      readonly kind: 'reading';
      readonly instrument: 'detector';
      readonly atMm: number;
      readonly signal: number;
    };

/** What the screen in view does with readings that no field waits for. */
export interface ReadingPlace {
  /** Where the cursor rule goes. */
  readonly cursor?: (mm: number) => void;
  readonly moisture?: (percent: number) => void;
}

/** Tried again after this long, ms. */
const RETRY_MS = 4000;

/**
 * The instruments of the bench, over the server's stream. A reading goes into the field that was last in
 * hand, as if it had been typed; without one, to what the screen in view does with it. Losing the line
 * loses nothing but readings: it is shown, and taken up again.
 */
@Injectable({ providedIn: 'root' })
export class Instruments {
  private readonly fields = inject(ReadingFields);
  private readonly store = inject(ShopStore);
  private readonly bench = crypto.randomUUID();
  private source: EventSource | null = null;
  private retry: ReturnType<typeof setTimeout> | undefined;
  private place: ReadingPlace = {};

  readonly shown = signal(false);
  readonly link = signal<Link>('off');
  readonly simulated = signal(true);
  readonly groups = signal<readonly MeterGroup[]>([]);
  /** What came last, in words. */
  readonly last = signal('');
  readonly metal = signal<{ readonly atMm: number; readonly signal: number } | null>(null);

  constructor() {
    inject(DestroyRef).onDestroy(() => this.close());
  }

  toggle(): void {
    this.shown.update((shown) => !shown);
    if (this.shown()) this.connect();
    else this.close();
  }

  /** Gives the screen in view what no field waits for, until the caller is destroyed. */
  use(place: ReadingPlace): void {
    this.place = place;
    inject(DestroyRef).onDestroy(() => {
      if (this.place === place) this.place = {};
    });
  }

  pressCaliper(openMm: number): void {
    this.post('caliper', { openMm });
  }

  pressMeter(woodPct: number, species: string, group: number): void {
    this.post('moisture', { woodPct, species, group });
  }

  /** Holds the detector over a place of a piece; where metal is on its map, the stand-in knows of it. */
  sweep(tag: string, lengthMm: number, atMm: number, metalMm: readonly number[]): void {
    if (this.link() === 'on') this.post('detector', { tag, lengthMm, atMm, metalMm });
  }

  private connect(): void {
    this.link.set('connecting');
    this.source = new EventSource(`instruments/stream/${this.bench}?ngsw-bypass`);
    this.source.onopen = () => this.link.set('on');
    this.source.onmessage = ({ data }: MessageEvent<string>) => this.hear(JSON.parse(data) as Message);
    this.source.onerror = () => {
      this.source?.close();
      this.link.set('lost');
      this.metal.set(null);
      clearTimeout(this.retry);
      this.retry = setTimeout(() => this.connect(), RETRY_MS);
    };
  }

  private close(): void {
    clearTimeout(this.retry);
    this.source?.close();
    this.source = null;
    this.metal.set(null);
    this.link.set('off');
  }

  private post(instrument: string, held: object): void {
    fetch(`instruments/${instrument}/${this.bench}?ngsw-bypass`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(held),
    }).catch(() => this.source?.dispatchEvent(new Event('error')));
  }

  private hear(message: Message): void {
    if (message.kind === 'hello') {
      this.simulated.set(message.simulated);
      this.groups.set(message.groups);
      return;
    }
    switch (message.instrument) {
      case 'caliper':
        this.last.set(`caliper ${formatLength(message.mm, this.store.unit(), 64)}`);
        if (!this.fields.write('length', message.mm)) this.place.cursor?.(message.mm);
        return;
      case 'moisture': {
        const { percent } = message;
        this.last.set(percent === null ? 'moisture: outside the meter’s range' : `moisture ${percent} %`);
        if (percent !== null && !this.fields.write('moisture', percent)) this.place.moisture?.(percent);
        return;
      }
      case 'detector':
        this.metal.set(message);
        return;
    }
  }
}
