import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatSlider, MatSliderThumb } from '@angular/material/slider';
import { type LargestPair } from '@aldrek/core/match';
import {
  designById,
  designFaults,
  FormulaError,
  sizeFault,
  usualSizes,
  type Design,
  type DesignSize,
  type Project,
} from '@aldrek/core/project';
import { formatLength } from '@aldrek/core/wood';
import { DesignElevation } from '../../drawing/design-elevation';
import { woodTone, type WoodTone } from '../../drawing/species-tones';
import { FigureField } from '../../ui/figure-field';
import { PlanDraft } from '../../planning/plan-draft';
import { ProjectActions } from '../../shop-store/project-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { largestKey, WhatIf } from '../../planning/what-if';
import { DesignSheets } from './design-sheets';
import { LargestPairs } from './largest-pairs';
import { ChoiceField } from '../../ui/choice-field';
import { LengthField } from '../../ui/length-field';

/** The design of a project: a few outer sizes, the elevation that follows them, and the largest the rack gives. */
@Component({
  selector: 'al-design-panel',
  imports: [
    MatButton,
    DesignElevation,
    FigureField,
    LargestPairs,
    MatSlider,
    MatSliderThumb,
    ChoiceField,
    LengthField,
  ],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './design-panel.html',
  styleUrl: './design-panel.scss',
})
export class DesignPanel {
  readonly project = input.required<Project>();
  readonly lit = input<string | null>(null);
  /** The name of the part that is pointed at. */
  readonly litChange = output<string | null>();

  protected readonly store = inject(ShopStore);
  protected readonly whatIf = inject(WhatIf);
  private readonly actions = inject(ProjectActions);
  private readonly following = inject(PlanDraft);
  private readonly sheets = inject(DesignSheets);
  protected readonly fault = signal<string | null>(null);
  protected readonly room = { width: 372, height: 270 };

  protected readonly design = computed((): Design | null => {
    const id = this.project().design?.id;
    return id === undefined ? null : (designById(id, this.store.shop().settings.designs) ?? null);
  });
  private readonly dragged = signal<{ readonly key: string; readonly value: number } | null>(null);
  /** As they stand, and as they are dragged. */
  protected readonly sizes = computed(() => {
    const design = this.design();
    const dragged = this.dragged();
    return design
      ? {
          ...usualSizes(design),
          ...this.project().design?.sizes,
          ...(dragged === null ? {} : { [dragged.key]: dragged.value }),
        }
      : {};
  });
  protected readonly own = computed(() => this.store.shop().settings.designs);

  /** Each part in the wood that the plan cuts it from. */
  protected readonly tones = computed((): ReadonlyMap<string, WoodTone> => {
    const { parts, plan } = this.project();
    return new Map(
      parts.flatMap((part) => {
        const cut = plan?.cuts.find(({ partId }) => partId === part.id);
        const piece = cut && this.store.pieceById().get(cut.pieceId);
        return piece ? [[part.name, woodTone(piece.species)] as const] : [];
      }),
    );
  });

  protected sizeOf(size: DesignSize): number {
    return this.project().design?.sizes[size.key] ?? size.usual;
  }

  protected readonly designChoices = computed(() => [
    { value: '', name: 'none: its own parts list' },
    ...this.whatIf.designs().map(({ id, name }) => ({ value: id, name })),
  ]);

  protected pairChoices(without: DesignSize | null): { value: DesignSize; name: string }[] {
    return this.lengths()
      .filter((size) => size !== without)
      .map((size) => ({ value: size, name: size.name }));
  }

  /** A size while it is dragged or typed; null when it is left. */
  protected draft(size: DesignSize, value: number | null): void {
    this.dragged.set(value === null ? null : { key: size.key, value });
    const design = this.design();
    const sound = design !== null && value !== null && sizeFault(size, value) === null;
    try {
      this.following.follow(sound ? this.actions.asDesigned(this.project(), design, this.sizes()) : null);
    } catch (error) {
      // At these sizes there is no such thing; it is said when they are kept.
      if (!(error instanceof FormulaError)) throw error;
      this.following.follow(null);
    }
  }

  protected choose(id: string): void {
    const design = this.whatIf.designs().find((one) => one.id === id);
    if (design) this.set(design, usualSizes(design));
  }

  protected resize(size: DesignSize, value: number): void {
    const design = this.design();
    if (!design) return;
    this.dragged.set(null);
    this.following.follow(null);
    const fault = sizeFault(size, value);
    this.fault.set(fault);
    if (fault === null) this.set(design, { ...this.sizes(), [size.key]: value });
  }

  private set(design: Design, sizes: Readonly<Record<string, number>>): void {
    try {
      this.actions.setDesign(this.project(), design, sizes);
      this.fault.set(null);
    } catch (error) {
      if (!(error instanceof FormulaError)) throw error;
      this.fault.set(`At these sizes there is no such thing: ${error.message}`);
    }
  }

  protected readonly seeking = computed(() => {
    const running = this.whatIf.running();
    return running === 'largest' || running === 'largest-two';
  });

  protected findLargest(size: DesignSize): void {
    const design = this.design();
    if (design)
      this.whatIf.findLargest(design, size, {
        ...this.project(),
        design: { id: design.id, sizes: this.sizes() },
      });
  }

  /** The answer, while it is of this project at these sizes. */
  protected readonly largest = computed(() => {
    const found = this.whatIf.largest();
    const design = this.design();
    if (!found || !design) return null;
    const asked = { ...this.project(), design: { id: design.id, sizes: this.sizes() } };
    return this.whatIf.largestOf() === largestKey(asked, [found.key]) ? found : null;
  });

  /** The sizes in mm that may be drawn out together. */
  protected readonly lengths = computed(
    () => this.design()?.sizes.filter(({ count }) => count !== true) ?? [],
  );
  private readonly chosenPair = signal<readonly [string, string] | null>(null);
  /** The two sizes that are asked for at once: the first two, unless others are chosen. */
  protected readonly pair = computed((): readonly [DesignSize, DesignSize] | null => {
    const lengths = this.lengths();
    const [one, other] = this.chosenPair() ?? [];
    const first = lengths.find(({ key }) => key === one) ?? lengths[0];
    const second =
      lengths.find(({ key }) => key === other && key !== first?.key) ??
      lengths.find((size) => size !== first);
    return first && second ? [first, second] : null;
  });

  protected choosePair(first: DesignSize, second: DesignSize): void {
    this.chosenPair.set([first.key, second.key]);
  }

  protected findLargestTwo(): void {
    const [design, pair] = [this.design(), this.pair()];
    if (design && pair)
      this.whatIf.findLargestTwo(design, pair, {
        ...this.project(),
        design: { id: design.id, sizes: this.sizes() },
      });
  }

  protected readonly largestTwo = computed(() => {
    const [found, design, pair] = [this.whatIf.largestTwo(), this.design(), this.pair()];
    if (!found || !design || !pair) return null;
    const asked = { ...this.project(), design: { id: design.id, sizes: this.sizes() } };
    return this.whatIf.largestOf() === largestKey(asked, found.keys) &&
      found.keys.every((key, i) => key === pair[i]?.key)
      ? found
      : null;
  });

  protected takePair({ first, second }: LargestPair): void {
    const [design, found] = [this.design(), this.largestTwo()];
    if (design && found)
      this.set(design, { ...this.sizes(), [found.keys[0]]: first, [found.keys[1]]: second });
  }
  protected readonly largestText = computed(() => {
    const found = this.largest();
    const size = this.design()?.sizes.find(({ key }) => key === found?.key);
    if (!found || !size) return null;
    const text = (value: number): string =>
      size.count === true ? String(value) : formatLength(value, this.store.unit());
    if (found.mm === null) {
      return `Not even ${size.name} ${text(found.notAt?.mm ?? size.least)} ${found.notAt?.proven === true ? 'is possible: some part fits no piece at all' : 'was found'}.`;
    }
    const most = `The largest found: ${size.name} ${text(found.mm)}.`;
    if (found.notAt === null) return `${most} That is as far as the design goes.`;
    return found.notAt.proven
      ? `${most} ${text(found.notAt.mm)} is impossible: some part then fits no piece, proven.`
      : `${most} At ${text(found.notAt.mm)} the search found no full plan; that is a doubt, no proof.`;
  });

  protected takeLargest(): void {
    const found = this.largest();
    const design = this.design();
    if (found?.mm == null || !design) return;
    this.set(design, { ...this.sizes(), [found.key]: found.mm });
  }

  protected editDesign(): void {
    this.sheets.edit(this.design());
  }

  protected faultsOf(design: Design): string[] {
    return designFaults(design);
  }
}
