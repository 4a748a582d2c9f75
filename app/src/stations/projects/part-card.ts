import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatChipRemove, MatChipSet, MatChip } from '@angular/material/chips';
import {
  MatExpansionPanel,
  MatExpansionPanelHeader,
  MatExpansionPanelContent,
} from '@angular/material/expansion';
import { mdiClose } from '@mdi/js';
import { partFault, SOLID, type Part, inSinglePieces } from '@aldrek/core/project';
import {
  GRADE_NAMES,
  GRADES,
  SPECIES,
  speciesName,
  type LengthUnit,
  type SpeciesId,
  formatLength,
} from '@aldrek/core/wood';
import { Icon } from '../../ui/icon';
import type { Choice } from '../../ui/choice-field';
import { LengthFigure } from '../../format/length-figure';
import { woodTone } from '../../drawing/species-tones';
import { ChoiceField } from '../../ui/choice-field';
import { LengthField } from '../../ui/length-field';
import { FigureField } from '../../ui/figure-field';
import { TextField } from '../../ui/text-field';

const SIZES = ['length', 'width', 'thickness'] as const;
type Size = (typeof SIZES)[number];

const MAKES = [
  { value: 'solid', name: 'in one piece' },
  { value: 'panel', name: 'glued up from strips' },
  { value: 'laminated', name: 'laminated from layers' },
] as const;

const SHAPES: readonly Choice<'straight' | 'round' | 'taper'>[] = [
  { value: 'straight', name: 'straight' },
  { value: 'round', name: 'round' },
  { value: 'taper', name: 'tapered' },
];

/** More than this is another part, not an oversize, mm. */
const MOST_OVERSIZE = { length: 500, width: 200 } as const;

/** One part of a project: its letter, its strip to scale, what it asks for; opened, every figure of it. */
@Component({
  selector: 'al-part-card',
  imports: [
    MatButton,
    MatChipRemove,
    Icon,
    LengthFigure,
    MatExpansionPanel,
    MatExpansionPanelHeader,
    MatExpansionPanelContent,
    MatChipSet,
    MatChip,
    ChoiceField,
    LengthField,
    FigureField,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './part-card.html',
  styleUrl: './part-card.scss',
})
export class PartCard {
  readonly part = input.required<Part>();
  readonly letter = input.required<string>();
  readonly pxPerMm = input.required<number>();
  readonly unit = input.required<LengthUnit>();
  readonly short = input(0);
  /** Copies placed by the plan, or null when there is none. */
  readonly placed = input<number | null>(null);
  readonly lit = input(false);

  readonly litChange = output<boolean>();
  /** The part in blanks, where it is too short for the planer. */
  readonly inBlanks = input<Part | null>(null);
  readonly changed = output<Part>();
  readonly removed = output();

  protected readonly open = signal(false);
  /** Why figures that are each right do not go together. */
  protected readonly fault = signal<string | null>(null);
  /** The thickness that the engine chose for its group. */
  readonly chosenMm = input<number | null>(null);
  protected readonly sizes = SIZES;
  /** What planing takes is calculated for each board, so thickness has no allowance of its own. */
  protected readonly roughSizes = ['length', 'width'] as const;
  protected readonly grades = GRADES.map((grade) => ({ value: grade, name: GRADE_NAMES[grade] }));
  protected readonly allSpecies = [...SPECIES].sort((a, b) => a.name.localeCompare(b.name));

  protected readonly make = computed(() => this.part().make ?? SOLID);
  protected readonly makes = MAKES;
  protected readonly shapes = SHAPES;
  protected readonly shape = computed(() => this.part().shape?.kind ?? 'straight');
  protected readonly mostOversize = MOST_OVERSIZE;
  protected readonly close = mdiClose;
  /** Groups of the project that a part can join. */
  readonly groups = input<readonly string[]>([]);
  /** A size while it is typed, for what is tried along; null when it is left. */
  readonly drafted = output<Part | null>();
  protected readonly makeText = computed(() => {
    const make = this.make();
    switch (make.kind) {
      case 'solid':
        return null;
      case 'panel':
        return `glued up from strips ${this.text(make.leastStripMm)} to ${this.text(make.widestStripMm)}`;
      case 'laminated':
        return `laminated from ${make.layers} layers`;
    }
  });

  protected readonly gradeName = computed(() => GRADE_NAMES[this.part().grade]);
  protected readonly species = computed(() => {
    const { species } = this.part();
    return species === 'any' ? 'any wood' : species.map(speciesName).join(' or ');
  });
  protected readonly tone = computed(() => {
    const { species } = this.part();
    return woodTone(species === 'any' ? 'any' : (species[0] ?? ''));
  });
  protected readonly addable = computed(() => {
    const { species } = this.part();
    return this.allSpecies
      .filter((kind) => species === 'any' || !species.includes(kind.id))
      .map(({ id, name }) => ({ value: id, name }));
  });

  protected text(mm: number): string {
    return mm === 0 ? '0' : formatLength(mm, this.unit());
  }

  protected single(): void {
    this.changed.emit(inSinglePieces(this.part()));
  }

  protected set(change: Partial<Part>): void {
    this.changed.emit({ ...this.part(), ...change });
  }

  protected setSize(size: Size, mm: number): void {
    this.changed.emit({ ...this.part(), [size]: mm });
  }

  protected draft(size: Size, mm: number | null): void {
    this.drafted.emit(mm === null ? null : { ...this.part(), [size]: mm });
  }

  /** What flattening the glue-up takes, thickness; 0: by how many strips and how straight. */
  protected setFlattening(flatteningMm: number): void {
    const { flatteningMm: _before, ...rest } = this.part();
    this.changed.emit(flatteningMm === 0 ? rest : { ...rest, flatteningMm });
  }

  protected setAllowance(size: 'length' | 'width', mm: number): void {
    const { allowances } = this.part();
    this.set({ allowances: { ...allowances, [size]: mm } });
  }

  protected setMake(kind: (typeof MAKES)[number]['value']): void {
    const part = this.part();
    const { make: _, ...rest } = part;
    if (kind === 'solid') this.changed.emit(rest);
    if (kind === 'panel')
      this.changed.emit({
        ...part,
        make: {
          kind,
          leastStripMm: Math.min(45, part.width),
          widestStripMm: Math.max(45, Math.min(140, part.width)),
        },
      });
    if (kind === 'laminated') this.changed.emit({ ...part, make: { kind, layers: 2 } });
  }

  protected setStrip(end: 'leastStripMm' | 'widestStripMm', mm: number): void {
    const make = this.make();
    if (make.kind === 'panel') this.emitSound({ ...this.part(), make: { ...make, [end]: mm } });
  }

  protected setLayers(layers: number): void {
    this.emitSound({ ...this.part(), make: { kind: 'laminated', layers } });
  }

  protected setShape(kind: 'straight' | 'round' | 'taper'): void {
    const { shape: _, ...rest } = this.part();
    if (kind === 'round') this.changed.emit({ ...rest, shape: { kind } });
    else if (kind === 'taper')
      this.changed.emit({ ...rest, shape: { kind, farWidthMm: Math.round(rest.width * 0.6) } });
    else this.changed.emit(rest);
  }

  protected setFarWidth(farWidthMm: number): void {
    this.emitSound({ ...this.part(), shape: { kind: 'taper', farWidthMm } });
  }

  protected setGroup(group: string): void {
    const { group: _, ...rest } = this.part();
    this.changed.emit(group === '' ? rest : { ...rest, group });
  }

  protected setLeast(leastThicknessMm: number): void {
    const { leastThicknessMm: _, ...rest } = this.part();
    if (leastThicknessMm === 0) this.changed.emit(rest);
    else this.emitSound({ ...rest, leastThicknessMm });
  }

  /** Hands the part on, unless its figures are at odds. */
  private emitSound(part: Part): void {
    const fault = partFault(part);
    this.fault.set(fault);
    if (fault === null) this.changed.emit(part);
  }

  protected addSpecies(id: SpeciesId): void {
    const { species } = this.part();
    this.set({ species: species === 'any' ? [id] : [...species, id] });
  }

  protected dropSpecies(id: string): void {
    const { species } = this.part();
    if (species === 'any') return;
    const left = species.filter((one) => one !== id);
    this.set({ species: left.length === 0 ? 'any' : left });
  }

  protected chosen(): readonly string[] {
    const { species } = this.part();
    return species === 'any' ? [] : species;
  }

  protected nameOf(id: string): string {
    return speciesName(id);
  }
}
