import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  CLEARANCE_NAMES,
  clearanceOf,
  formatLength,
  ironStains,
  isPunched,
  planingOverPunchedMm,
  punchedIn,
  isMetalIn,
  knocked,
  NEXT_SLICE_MM,
  type Piece,
} from '@aldrek/core/wood';
import { endTrims, isRoughEnd } from '@aldrek/core/yield';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatButton } from '@angular/material/button';
import { PieceActions } from '../../shop-store/piece-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { Today } from '../../shop-store/today';
import { LengthField } from '../../ui/length-field';

/** Both ends by the knock test, and the metal: pulled, scanned, and scanned again after planing. */
@Component({
  selector: 'al-ends-panel',
  imports: [MatButton, MatCheckbox, LengthField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="cols">
      <section class="stack" aria-label="The ends">
        <h3 class="label">The ends</h3>
        <p class="muted">Cut a slice off, knock it on the bench. If it breaks along a line, cut more.</p>
        @for (end of ends(); track end.side) {
          <div class="end" role="group" [attr.aria-label]="'slices off the ' + end.name">
            <span>
              <strong>{{ end.name }}</strong><br />{{ end.text }}
            </span>
            <al-length-field
              label="slice"
              [spoken]="'slice off the ' + end.name"
              [value]="slice[end.side]"
              [most]="2000"
              (changed)="slice[end.side] = $event"
            />
            <mat-checkbox [checked]="end.rough" (change)="setRough(end.side, $event.checked)"
              >rough</mat-checkbox
            >
            <button type="button" matButton="outlined" (click)="knock(end.side, true)">Sound</button>
            <button type="button" matButton="outlined" (click)="knock(end.side, false)">It broke</button>
            @if (end.cut) {
              <button type="button" matButton="outlined" (click)="startAgain(end.side)">Forget</button>
            }
          </div>
        }
      </section>
      <section class="stack" aria-label="Cleared of metal">
        <h3 class="label">
          Metal <span class="stage" [class.hazard]="danger()">{{ stage() }}</span>
        </h3>
        <ol class="stack gap-4">
          <li [class.done]="metalIn() === 0">
            <span>{{ pullText() }}</span>
            @if (metalIn() > 0) {
              <button type="button" matButton="outlined" (click)="pullAll()">All pulled</button>
            }
          </li>
          <li [class.done]="scanned()">
            <span>{{ scanText() }}</span>
            <button type="button" matButton="outlined" (click)="scan('found')">
              {{ scanned() ? 'Take back' : 'Scanned today' }}
            </button>
          </li>
          <li [class.done]="cleared()">
            <span>{{ againText() }}</span>
            <button type="button" matButton="outlined" [disabled]="metalIn() > 0" (click)="scan('planed')">
              {{ cleared() ? 'Take back' : 'Clear after planing' }}
            </button>
          </li>
        </ol>
        @if (punchedText(); as words) {
          <p class="hazard">{{ words }}</p>
        }
        @if (stains().length > 0) {
          <p class="hazard">
            Blue-black mark, no nail recorded: scan
            {{ stains().length === 1 ? 'here' : 'at each of ' + stains().length }}.
          </p>
        }
      </section>
    </div>
  `,
  styles: `
    .cols {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
      gap: 10px 24px;
    }
    .end,
    li {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 6px;
      font-size: var(--text);
    }
    .end > span,
    li > span {
      flex: 1;
      min-width: 110px;
      align-self: center;
    }
    al-figure-field {
      width: 84px;
    }
    li > span::before {
      content: '○ ';
      color: var(--muted);
    }
    li.done > span::before {
      content: '● ';
      color: var(--blue);
    }
    p {
      font-size: var(--small);
    }
    .stage {
      text-transform: none;
      letter-spacing: 0;
      margin-left: 6px;
    }
  `,
})
export class EndsPanel {
  readonly piece = input.required<Piece>();
  private readonly store = inject(ShopStore);
  private readonly actions = inject(PieceActions);
  private readonly today = inject(Today);
  protected readonly slice = { near: NEXT_SLICE_MM, far: NEXT_SLICE_MM };

  protected readonly ends = computed(() => {
    const piece = this.piece();
    const size = (mm: number): string => formatLength(mm, this.store.unit());
    const trims = endTrims(piece, this.store.habits());
    return (['near', 'far'] as const).map((side) => {
      const cut = piece.ends?.[side];
      const text = !cut
        ? isRoughEnd(piece, side)
          ? `${size(trims[side])} off, since it is rough or stood outdoors`
          : `${size(trims[side])} off, as a matter of course`
        : cut.sound
          ? `${size(cut.trimMm)} off, sound`
          : `${size(cut.trimMm)} off and it broke: counted as ${size(trims[side])}`;
      const rough = piece.roughEnds?.includes(side) === true;
      return { side, name: `${side} end`, cut, text, rough };
    });
  });
  protected readonly metalIn = computed(
    () => this.piece().findings.filter((finding) => isMetalIn(finding) && !isPunched(finding)).length,
  );
  /** What punched metal allows, in words; null where there is none. */
  protected readonly punchedText = computed(() => {
    const punched = punchedIn(this.piece());
    if (punched.length === 0) return null;
    const least = Math.min(...punched.map(planingOverPunchedMm));
    return least > 0
      ? `Punched and still in: ${punched.length}. Plane at most ${formatLength(least, this.store.unit())} off over ${punched.length === 1 ? 'it' : 'them'}; never saw, bore or rout there.`
      : `Punched and still in: ${punched.length}. Measure how deep before any planing; never saw, bore or rout there.`;
  });
  protected readonly stage = computed(() => CLEARANCE_NAMES[clearanceOf(this.piece())]);
  protected readonly danger = computed(() =>
    ['metal-in', 'not-scanned', 'unknown'].includes(clearanceOf(this.piece())),
  );
  protected readonly stains = computed(() => ironStains(this.piece()));
  protected readonly pullText = computed(() => {
    const all = this.piece().findings.filter(({ kind }) => kind === 'metal').length;
    if (all === 0) return 'Pulled: none is noted';
    return this.metalIn() === 0 ? `Pulled: all ${all}` : `Pull: ${this.metalIn()} of ${all} still in`;
  });
  // Not in the template: there `?.` gives null where there is nothing.
  protected readonly scanned = computed(() => this.piece().scans?.found !== undefined);
  protected readonly cleared = computed(() => this.piece().scans?.planed !== undefined);
  protected readonly scanText = computed(() => {
    const day = this.piece().scans?.found;
    return day === undefined ? 'Scan faces, edges and ends' : `Scanned ${day}`;
  });
  protected readonly againText = computed(() => {
    const day = this.piece().scans?.planed;
    return day === undefined ? 'Scan again after planing' : `Cleared after planing, ${day}`;
  });

  protected knock(side: 'near' | 'far', sound: boolean): void {
    const piece = this.piece();
    const end = knocked(piece.ends?.[side], this.slice[side], sound);
    if (end.trimMm >= piece.length) return;
    this.actions.note(`${side} end`, piece, { ends: { ...piece.ends, [side]: end } });
  }

  protected setRough(side: 'near' | 'far', rough: boolean): void {
    const piece = this.piece();
    const others = (piece.roughEnds ?? []).filter((end) => end !== side);
    const roughEnds = (['near', 'far'] as const).filter(
      (end) => others.includes(end) || (rough && end === side),
    );
    this.actions.note(`${side} end`, piece, { roughEnds });
  }

  protected startAgain(side: 'near' | 'far'): void {
    const piece = this.piece();
    const { [side]: _cut, ...others } = piece.ends ?? {};
    this.actions.note(`${side} end`, piece, { ends: others });
  }

  protected pullAll(): void {
    this.actions.fix(this.piece(), ({ fix }) => fix === undefined, 'pulled');
  }

  protected scan(when: 'found' | 'planed'): void {
    const piece = this.piece();
    const { [when]: before, ...others } = piece.scans ?? {};
    const scans = before === undefined ? { ...others, [when]: this.today.get() } : others;
    this.actions.note('scan', piece, { scans });
  }
}
