import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import { MatSlideToggle } from '@angular/material/slide-toggle';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import {
  breakdownOf,
  CONDITION_ABOUT,
  CONDITIONS,
  drawFind,
  takeApart,
  type Correction,
  type Find,
  type KeptWhole,
  type LengthUnit,
  type MeasureField,
} from '@aldrek/core/wood';
import { dayText } from '../../format/day-text';
import { FindDrawing } from '../../drawing/find-drawing';
import { extentOf } from '../../drawing/find-shapes';
import { fitScale, scaleNote } from '../../drawing/scale';
import { volumeText } from '../../format/measures';
import { framesLater } from '../../ui/by-frames';
import { widthOf } from '../../drawing/width-of';
import { FigureField } from '../../ui/figure-field';
import { SpeciesField } from '../../ui/species-field';
import { KeptWholeFields } from './kept-whole-fields';
import { FindMeasures } from './find-measures';
import { SortRow } from './sort-row';
import { ChoiceField } from '../../ui/choice-field';
import { ToggleField } from '../../ui/toggle-field';
import { TextField } from '../../ui/text-field';

const DRAWING_HEIGHT_PX = 212;
const EXPLODE_MS = 280;

/** Figures that are being typed, and of which find. */
interface Typed {
  readonly id: string;
  readonly drafts: Readonly<Record<string, number>>;
}

/** One find on the bench: drawn to scale, measured, taken apart on paper, and then in earnest. */
@Component({
  selector: 'al-find-bench',
  imports: [
    MatButton,
    FindDrawing,
    FindMeasures,
    FigureField,
    KeptWholeFields,
    SpeciesField,
    SortRow,
    MatExpansionPanel,
    MatExpansionPanelHeader,
    MatSlideToggle,
    MatFormField,
    MatInput,
    ChoiceField,
    ToggleField,
    TextField,
  ],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './find-bench.html',
  styleUrl: './find-bench.scss',
})
export class FindBench {
  readonly find = input.required<Find>();
  readonly unit = input.required<LengthUnit>();
  readonly currency = input.required<string>();
  /** Names of other finds: pieces say by them where they came from. */
  readonly taken = input.required<ReadonlySet<string>>();
  readonly places = input.required<readonly string[]>();
  /** How many of its pieces are on the rack. */
  readonly onRack = input.required<number>();
  readonly changed = output<{ readonly label: string; readonly find: Find }>();
  readonly brokenDown = output();
  readonly removed = output();
  readonly keepKind = output<string>();
  readonly toRack = output();

  protected readonly conditions = CONDITIONS.map((value) => ({ value, name: value }));
  protected readonly about = CONDITION_ABOUT;
  protected readonly dayText = dayText;
  private readonly room = viewChild<ElementRef<HTMLElement>>('room');
  private readonly roomPx = widthOf(this.room, 640);
  protected readonly drawingPx = computed(() => this.roomPx() - 2);

  private readonly id = computed(() => this.find().id);
  /** Figures that are being typed, so that the drawing follows the fingers. */
  private readonly drafts = linkedSignal<string, Typed['drafts']>({
    source: this.id,
    computation: () => ({}),
  });
  private readonly typed = computed((): Typed => ({ id: this.id(), drafts: this.drafts() }));
  /** The drawing follows a key in the next frame, the members in the one after. */
  private readonly drawn = framesLater<Typed | null>(this.typed, null);
  private readonly listed = framesLater<Typed | null>(this.typed, null, 2);
  protected readonly nameFault = linkedSignal<string, string | null>({
    source: this.id,
    computation: () => null,
  });

  protected readonly model = computed(() => breakdownOf(this.find().kind));
  protected readonly ways = computed(() => this.model().ways);
  protected readonly wayChoices = computed(() => this.ways().map(({ id, name }) => ({ value: id, name })));
  protected readonly breakdown = computed(() => takeApart(this.with(this.listed())));
  protected readonly shapes = computed(() => drawFind(this.with(this.drawn())));
  protected readonly pxPerMm = computed(() => {
    const { length, height } = extentOf(this.shapes(), this.share());
    return Math.min(fitScale(length, this.drawingPx() - 4), fitScale(height, DRAWING_HEIGHT_PX - 4));
  });
  protected readonly scaleNote = computed(() => scaleNote(this.pxPerMm()));
  protected readonly hasWood = computed(() => this.find().kind !== 'metal' && this.find().kind !== 'glass');
  protected readonly canExplode = computed(() =>
    this.shapes().some((shape) => shape.whole.some(([x], i) => x !== shape.apart[i]?.[0])),
  );
  protected readonly corrections = computed(() => Object.keys(this.find().corrections).length);
  protected readonly cameToPercent = computed(() => Math.round((this.find().cameTo ?? 0) * 1000) / 10);
  protected readonly drawingText = computed(() => {
    const members = this.breakdown().sorts.map(({ sort }) => `${sort.count} ${sort.name}`);
    return `${this.model().name}, ${this.model().view}: ${members.join(', ')}`;
  });

  /** What a kind of the maker's own is to be called. */
  protected readonly ownName = signal('');
  protected readonly lit = signal<string | null>(null);
  protected readonly apart = signal(false);
  protected readonly share = signal(0);
  private frame = 0;

  constructor() {
    inject(DestroyRef).onDestroy(() => cancelAnimationFrame(this.frame));
  }

  /** The find with figures that are being typed, where they are its own. */
  private with(typed: Typed | null): Find {
    const find = this.find();
    return typed?.id === find.id ? { ...find, measures: { ...find.measures, ...typed.drafts } } : find;
  }

  toggleApart(): void {
    this.apart.update((apart) => !apart);
    const [from, to] = [this.share(), this.apart() ? 1 : 0];
    if (matchMedia('(prefers-reduced-motion: reduce)').matches) {
      this.share.set(to);
      return;
    }
    cancelAnimationFrame(this.frame);
    const started = performance.now();
    const step = (now: number): void => {
      const part = Math.min(1, (now - started) / EXPLODE_MS);
      this.share.set(from + (to - from) * (1 - (1 - part) ** 3));
      if (part < 1) this.frame = requestAnimationFrame(step);
    };
    this.frame = requestAnimationFrame(step);
  }

  protected volume(m3: number): string {
    return volumeText(m3, this.unit());
  }

  protected set(what: string, patch: Partial<Find>): void {
    this.changed.emit({ label: `${this.find().name}: ${what}`, find: { ...this.find(), ...patch } });
  }

  protected setWhole(whole: KeptWhole | undefined): void {
    const { whole: _before, ...rest } = this.find();
    this.changed.emit({
      label: `${this.find().name}: worth whole`,
      find: whole ? { ...rest, whole } : rest,
    });
  }

  protected rename(name: string): void {
    if (name === '' || this.taken().has(name)) {
      this.nameFault.set(name === '' ? 'a find needs a name' : 'another find is called so');
      return;
    }
    this.nameFault.set(null);
    this.set('name', { name });
  }

  protected keepAsKind(): void {
    this.keepKind.emit(this.ownName());
    this.ownName.set('');
  }

  protected setCameTo(percent: number): void {
    this.set('usable in the end', { cameTo: percent / 100 });
  }

  protected measured({ field, value }: { readonly field: MeasureField; readonly value: number }): void {
    this.drafts.set({});
    this.set(field.name, { measures: { ...this.find().measures, [field.key]: value } });
  }

  protected draft({ key, value }: { readonly key: string; readonly value: number | null }): void {
    this.drafts.update(({ [key]: _before, ...others }) =>
      value === null ? others : { ...others, [key]: value },
    );
  }

  protected correct(key: string, correction: Correction): void {
    const { corrections } = this.find();
    const whole = { ...corrections[key], ...correction };
    this.set('correction', { corrections: { ...corrections, [key]: whole } });
  }
}
