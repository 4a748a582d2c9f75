import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatCheckbox } from '@angular/material/checkbox';
import {
  effectiveKind,
  FATE_NAMES,
  fatesOf,
  findingKindFacts,
  layRow,
  neverStays,
  verdictOn,
  type Fate,
  type Finding,
  type Grade,
  type Piece,
} from '@aldrek/core/wood';
import { areaText } from '../../format/measures';
import { Ids } from '../../shop-store/ids';
import { FateGains } from '../../estimates/fate-gains';
import { ShopStore } from '../../shop-store/shop.store';
import { FindingFields } from './finding-fields';

/** How many places a row may be asked for with one tap. */
const ROW_COUNTS = [2, 3, 4, 5, 6, 7, 8];

/** The finding in hand: its place and size, its treatment, what has been done about it, and its row. */
@Component({
  selector: 'al-finding-in-hand',
  imports: [MatButton, MatTooltip, FindingFields, MatButtonToggle, MatButtonToggleGroup, MatCheckbox],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="title flow" role="group" aria-label="The finding in hand">
      <strong>{{ name() }}</strong>
      @if (rowMates().length > 1) {
        <span class="muted">one of a row of {{ rowMates().length }}</span>
      } @else {
        <span class="muted hint">arrows nudge, Shift stretches, Alt goes finely</span>
      }
      <button type="button" matButton="outlined" (click)="removed.emit([finding()])">
        Delete <kbd>Del</kbd>
      </button>
      @if (rowMates().length > 1) {
        <button type="button" matButton="outlined" (click)="removed.emit(rowMates())">Delete the row</button>
      }
      <button type="button" matButton="outlined" (click)="letGo.emit()">Put down <kbd>Esc</kbd></button>
    </div>
    <al-finding-fields
      [finding]="finding()"
      [piece]="piece()"
      [unit]="store.unit()"
      (changed)="changed.emit($event)"
    />
    <div class="groups flow">
      <div class="flow gap-4">
        <span class="label whole">Treatment</span>
        <mat-button-toggle-group
          class="rich-toggles"
          hideSingleSelectionIndicator
          aria-label="Treatment"
          [value]="finding().fate ?? null"
          (change)="decide($event.value)"
        >
          <mat-button-toggle [value]="null"
            >as graded<small>{{ asGraded() }}</small></mat-button-toggle
          >
          @for (option of fates(); track option.fate) {
            <mat-button-toggle [value]="option.fate"
              >{{ option.name }}<small>{{ option.gain }}</small></mat-button-toggle
            >
          }
        </mat-button-toggle-group>
      </div>
      @if (finding().kind === 'metal') {
        <div class="flow gap-4">
          <span class="label whole">The metal{{ rowMates().length > 1 ? ', all of the row' : '' }}</span>
          <mat-button-toggle-group
            class="rich-toggles"
            hideSingleSelectionIndicator
            aria-label="The metal"
            [value]="finding().fix ?? null"
            (change)="mend($event.value)"
          >
            @for (option of fixes; track option.name) {
              <mat-button-toggle [value]="option.fix"
                >{{ option.name }}<small>{{ option.about }}</small></mat-button-toggle
              >
            }
          </mat-button-toggle-group>
        </div>
      }
      @if (rowMates().length <= 1) {
        <div class="flow gap-4" role="group" aria-label="Lay a row of it">
          <span class="label whole">Lay a row of it</span>
          <mat-checkbox
            matTooltip="Two at each place, the second as far from the other edge"
            [checked]="pairs()"
            (change)="pairs.set($event.checked)"
            >in pairs</mat-checkbox
          >
          @for (count of counts; track count) {
            <button
              type="button"
              matButton="outlined"
              class="count"
              [attr.aria-label]="'A row of ' + count"
              (click)="layRow(count)"
            >
              {{ count }}
            </button>
          }
        </div>
      }
    </div>
    @if (never()) {
      <p class="muted note t-small">{{ never() }}</p>
    }
  `,
  styles: `
    .title .muted {
      flex: 1;
      font-size: var(--small);
    }
    strong {
      font-size: var(--heading);
    }
    .groups {
      align-items: start;
      gap: 8px 22px;
    }
    .count {
      min-width: 40px;
      padding: 0 8px;
    }
    @media (max-width: 620px) {
      .hint {
        display: none;
      }
    }
  `,
})
export class FindingInHand {
  readonly finding = input.required<Finding>();
  readonly piece = input.required<Piece>();
  readonly grade = input.required<Grade>();
  readonly showFace = input<'A' | 'B'>('A');
  readonly changed = output<Finding>();
  /** All findings of the piece after a deed that touches several. */
  readonly rewritten = output<{ readonly what: string; readonly findings: readonly Finding[] }>();
  readonly removed = output<readonly Finding[]>();
  readonly letGo = output();

  protected readonly store = inject(ShopStore);
  private readonly ids = inject(Ids);
  private readonly gains = inject(FateGains);
  protected readonly pairs = signal(true);
  protected readonly counts = ROW_COUNTS;
  protected readonly fixes = [
    { fix: null, name: 'in', about: 'still in the wood' },
    { fix: 'pulled', name: 'pulled', about: 'out; its hole is left' },
    { fix: 'punched', name: 'punched deep', about: 'would not come; still in, out of the plane’s way' },
  ] as const;

  protected readonly name = computed(() => {
    const { kind, fix } = this.finding();
    const name = findingKindFacts(kind).name;
    return fix === undefined ? name : `${name}, ${fix}`;
  });
  protected readonly rowMates = computed(() => {
    const { row } = this.finding();
    return row === undefined ? [] : this.piece().findings.filter((other) => other.row === row);
  });
  protected readonly asGraded = computed(() => {
    const { fate: _fate, ...undecided } = this.finding();
    const verdict = verdictOn(this.grade(), undecided, this.piece());
    return { keep: 'stays', cut: 'cut out', back: 'to the back' }[verdict];
  });
  private readonly gained = this.gains.of(this.piece, this.finding, this.grade);
  protected readonly fates = computed(() => {
    const gained = this.gained();
    return fatesOf(this.finding()).map((fate) => {
      const gain = gained?.[fate];
      return { fate, name: FATE_NAMES[fate], gain: gain === undefined ? '…' : this.gainText(gain) };
    });
  });
  protected readonly never = computed(() => {
    const finding = this.finding();
    if (!neverStays({ ...finding, fate: 'keep' })) return '';
    return effectiveKind(finding) === 'rot'
      ? 'Rot is cut out, or stabilised where it will not be seen; it is never kept as it is.'
      : 'This never stays in a part: it is cut out until it has been dealt with.';
  });

  protected decide(fate: Fate | null): void {
    this.forTheRow(fate === null ? 'as graded' : FATE_NAMES[fate], (other) => {
      if (fate !== null) return { ...other, fate };
      const { fate: _fate, ...bare } = other;
      return bare;
    });
  }

  protected mend(fix: 'pulled' | 'punched' | null): void {
    this.forTheRow(fix ?? 'metal in again', (other) => {
      const { fix: _fix, fate: _fate, ...rest } = other;
      return fix === null ? rest : { ...rest, fix };
    });
  }

  /** To the finding in hand, and to its row where it is of one. */
  private forTheRow(what: string, change: (finding: Finding) => Finding): void {
    const mates = new Set(
      this.rowMates().length > 1 ? this.rowMates().map(({ id }) => id) : [this.finding().id],
    );
    const findings = this.piece().findings.map((other) => (mates.has(other.id) ? change(other) : other));
    this.rewritten.emit({ what: `${what}: ${findingKindFacts(this.finding().kind).name}`, findings });
  }

  layRow(count: number, pairs = this.pairs()): void {
    const first = this.finding();
    const row = layRow(first, { count, pairs }, this.piece(), this.ids.next(), () => this.ids.next());
    const others = this.piece().findings.filter(({ id }) => id !== first.id);
    const name = findingKindFacts(first.kind).name;
    this.rewritten.emit({ what: `row of ${row.length} × ${name}`, findings: [...others, ...row] });
  }

  private gainText(m2: number): string {
    if (Math.abs(m2) < 5e-5) return 'no change';
    return `${m2 > 0 ? '+' : '−'}${areaText(Math.abs(m2), this.store.unit(), 4)}`;
  }
}
