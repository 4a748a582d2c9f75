import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { MatButton } from '@angular/material/button';
import {
  fullWidth,
  printTallyLine,
  readTallyLine,
  type NominalReading,
  type Piece,
  type TallyReading,
} from '@aldrek/core/wood';
import { marksOf, readLines, textOf, type ReadLine } from '../../drawing/read-lines';
import { NominalNote } from '../../ui/nominal-note';
import { ReadingLine } from '../../ui/reading-line';
import { WoodFace } from '../../drawing/wood-face';
import { RackActions } from '../../shop-store/rack-actions';
import { ShopStore } from '../../shop-store/shop.store';

const HISTORY = 40;
/** The drawn strip of the line in hand is at most so large, px. */
const STRIP = { width: 200, height: 62 };

/** The tally line: pieces as they are called out, read and drawn while they are typed. */
@Component({
  selector: 'al-tally-bar',
  imports: [MatButton, ReadingLine, WoodFace, NominalNote],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './tally-bar.html',
  styleUrl: './tally-bar.scss',
})
export class TallyBar {
  /** The piece that the line rewrites, or null when it tallies new ones. */
  readonly editing = input<Piece | null>(null);
  readonly tallied = output<readonly string[]>();
  readonly closed = output();

  protected readonly store = inject(ShopStore);
  private readonly actions = inject(RackActions);
  private readonly dialog = inject(MatDialog);
  private readonly line = viewChild.required(ReadingLine);
  private readonly history = signal<readonly string[]>([]);
  private back = 0;

  protected readonly text = signal('');

  constructor() {
    effect(() => {
      const piece = this.editing();
      if (!piece) return;
      // Findings have their place in Inspect; on the line they would bury the rest.
      this.text.set(printTallyLine({ ...piece, findings: [] }, this.store.unit()));
      this.line().focus();
    });
  }

  protected readonly lines = computed(() =>
    readLines(this.text(), (line) => this.checked(readTallyLine(line, this.store.unit()))),
  );

  protected readonly many = computed(() => this.lines().length > 1);
  protected readonly first = computed(() => this.lines()[0]?.reading ?? null);
  protected readonly good = computed(() => this.lines().filter(isGood));
  protected readonly count = computed(() => this.good().reduce((sum, { reading }) => sum + reading.count, 0));
  protected readonly faulty = computed(() => this.lines().filter((line) => !isGood(line)));

  protected readonly marks = computed(() => marksOf(this.lines()));
  protected readonly faultText = computed(() => {
    const reading = this.first();
    return this.many() ? null : (reading?.faults[0]?.message ?? null);
  });

  protected readonly drawn = computed(() => {
    const piece = this.first()?.piece;
    if (!piece) return null;
    const findings = piece.findings.map((finding, i) => ({ ...finding, id: `new-${i}` }));
    const whole: Piece = {
      ...piece,
      id: '',
      tag: '',
      findings: [...(this.editing()?.findings ?? []), ...findings],
    };
    const pxPerMm = Math.min(STRIP.width / whole.length, STRIP.height / fullWidth(whole));
    return {
      piece: whole,
      pxPerMm,
      width: whole.length * pxPerMm,
      height: fullWidth(whole) * pxPerMm,
    };
  });

  focus(): void {
    this.line().focus();
  }

  protected hand(): void {
    const good = this.good();
    const editing = this.editing();
    if (good.length === 0) return;
    if (editing) {
      const reading = good[0]?.reading;
      if (!reading || this.many()) return;
      this.actions.rewrite(editing, reading);
      this.text.set('');
      this.closed.emit();
      return;
    }
    const ids = this.actions.tally(good.map((line) => line.reading));
    this.history.set([...this.history(), ...good.map((line) => line.text)].slice(-HISTORY));
    this.back = 0;
    this.text.set(textOf(this.faulty()));
    this.tallied.emit(ids);
  }

  protected async explain(): Promise<void> {
    const { TallyHelp } = await import('./tally-help');
    this.dialog.open(TallyHelp, { maxWidth: '760px', autoFocus: 'first-heading' });
  }

  /** The size as it was called out, not what is sold under that name. */
  protected takeAsTrue({ start, end, asTrue }: NominalReading): void {
    const text = this.text();
    this.text.set(text.slice(0, start) + asTrue + text.slice(end));
    this.line().focus();
  }

  protected leave(): void {
    if (this.editing()) {
      this.text.set('');
      this.closed.emit();
    }
  }

  protected recall(step: -1 | 1): void {
    const history = this.history();
    this.back = Math.min(history.length, Math.max(0, this.back - step));
    this.text.set(this.back === 0 ? '' : (history[history.length - this.back] ?? ''));
  }

  /** A tag that another piece bears is a fault of the line. */
  private checked(reading: TallyReading): TallyReading {
    const { tag } = reading;
    if (tag === null || !this.actions.isTaken(tag, this.editing()?.id ?? '')) return reading;
    const chip = reading.chips.find((found) => found.kind === 'tag');
    const fault = {
      message: `${tag} is the tag of another piece`,
      start: chip?.start ?? 0,
      end: chip?.end ?? 0,
    };
    return { ...reading, faults: [...reading.faults, fault] };
  }
}

const isGood = ({ reading }: ReadLine<TallyReading>): boolean =>
  reading.piece !== null && reading.faults.length === 0;
