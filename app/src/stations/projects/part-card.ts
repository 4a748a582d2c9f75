import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import {
  GRADE_NAMES,
  GRADES,
  parseLength,
  partFault,
  SOLID,
  SPECIES,
  speciesName,
  type Grade,
  type LengthUnit,
  type Part,
  formatLength,
} from '@aldrek/core';
import { LengthFigure } from '../../drawing/length-figure';
import { woodTone } from '../../drawing/species-tones';

const SIZES = ['length', 'width', 'thickness'] as const;
type Size = (typeof SIZES)[number];

const MAKES = [
  { kind: 'solid', name: 'in one piece' },
  { kind: 'panel', name: 'glued up from strips' },
  { kind: 'laminated', name: 'laminated from layers' },
] as const;

/** More than this was never a glue-up, mm. */
const MOST_FLATTENING_MM = 20;

interface PartFault {
  readonly field: string;
  readonly message: string;
}

/** One part of a project: its letter, its strip to scale, what it asks for; opened, every figure of it. */
@Component({
  selector: 'al-part-card',
  imports: [LengthFigure],
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
  readonly changed = output<Part>();
  readonly removed = output();

  protected readonly open = signal(false);
  protected readonly fault = signal<PartFault | null>(null);
  /** The thickness that the engine chose for its group. */
  readonly chosenMm = input<number | null>(null);
  protected readonly sizes = SIZES;
  /** What planing takes is reckoned for each board, so thickness has no allowance of its own. */
  protected readonly roughSizes = ['length', 'width'] as const;
  protected readonly grades = GRADES.map((grade) => ({ grade, name: GRADE_NAMES[grade] }));
  protected readonly allSpecies = [...SPECIES].sort((a, b) => a.name.localeCompare(b.name));

  protected readonly make = computed(() => this.part().make ?? SOLID);
  protected readonly makes = MAKES;
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
    return this.allSpecies.filter((kind) => species === 'any' || !species.includes(kind.id));
  });

  protected text(mm: number): string {
    return mm === 0 ? '0' : formatLength(mm, this.unit());
  }

  protected rename(name: string): void {
    if (name.trim() !== '') this.changed.emit({ ...this.part(), name: name.trim() });
  }

  protected setQty(text: string): void {
    const qty = Number(text);
    if (!Number.isInteger(qty) || qty < 1 || qty > 500) {
      this.fault.set({
        field: 'qty',
        message: `${text || 'nothing'}: how many is a whole number from 1 to 500`,
      });
      return;
    }
    this.fault.set(null);
    this.changed.emit({ ...this.part(), qty });
  }

  protected setSize(size: Size, text: string): void {
    const mm = this.read(size, text, false);
    if (mm !== null) this.changed.emit({ ...this.part(), [size]: mm });
  }

  /** What flattening the glue-up takes, thickness; nothing there: by how many strips and how straight. */
  protected setFlattening(text: string): void {
    if (text.trim() === '') {
      const { flatteningMm: _before, ...rest } = this.part();
      this.fault.set(null);
      this.changed.emit(rest);
      return;
    }
    const mm = this.read('flattening', text, true);
    if (mm === null) return;
    if (mm > MOST_FLATTENING_MM) {
      const message = `flattening takes ${this.text(MOST_FLATTENING_MM)} at most`;
      this.fault.set({ field: 'flattening', message });
      return;
    }
    this.changed.emit({ ...this.part(), flatteningMm: mm });
  }

  protected setAllowance(size: Size, text: string): void {
    const mm = this.read(`allowance ${size}`, text, true);
    if (mm === null) return;
    const most = { length: 500, width: 200, thickness: 100 }[size];
    if (mm > most) {
      this.fault.set({
        field: `allowance ${size}`,
        message: `an allowance of ${text} is more than ${this.text(most)}`,
      });
      return;
    }
    const part = this.part();
    this.changed.emit({ ...part, allowances: { ...part.allowances, [size]: mm } });
  }

  protected setMake(kind: string): void {
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

  protected setStrip(end: 'leastStripMm' | 'widestStripMm', text: string): void {
    const make = this.make();
    const mm = this.read(end, text, false);
    if (mm === null || make.kind !== 'panel') return;
    this.emitSound({ ...this.part(), make: { ...make, [end]: mm } }, end);
  }

  protected setLayers(text: string): void {
    this.emitSound({ ...this.part(), make: { kind: 'laminated', layers: Number(text) } }, 'layers');
  }

  protected setShape(kind: string): void {
    const { shape: _, ...rest } = this.part();
    if (kind === 'round') this.changed.emit({ ...rest, shape: { kind } });
    else if (kind === 'taper')
      this.changed.emit({ ...rest, shape: { kind, farWidthMm: Math.round(rest.width * 0.6) } });
    else this.changed.emit(rest);
  }

  protected setFarWidth(text: string): void {
    const mm = this.read('far width', text, false);
    if (mm !== null)
      this.emitSound({ ...this.part(), shape: { kind: 'taper', farWidthMm: mm } }, 'far width');
  }

  protected setGroup(text: string): void {
    const { group: _, ...rest } = this.part();
    this.changed.emit(text.trim() === '' ? rest : { ...rest, group: text.trim() });
  }

  protected setLeast(text: string): void {
    const { leastThicknessMm: _, ...rest } = this.part();
    if (text.trim() === '') {
      this.changed.emit(rest);
      return;
    }
    const mm = this.read('least thickness', text, false);
    if (mm !== null) this.emitSound({ ...rest, leastThicknessMm: mm }, 'least thickness');
  }

  /** Hands the part on, unless its figures are at odds. */
  private emitSound(part: Part, field: string): void {
    const message = partFault(part);
    this.fault.set(message === null ? null : { field, message });
    if (message === null) this.changed.emit(part);
  }

  protected setGrade(text: string): void {
    const grade = GRADES.find((option): option is Grade => option === text);
    if (grade) this.changed.emit({ ...this.part(), grade });
  }

  protected addSpecies(id: string): void {
    const { species } = this.part();
    if (id !== '')
      this.changed.emit({ ...this.part(), species: species === 'any' ? [id] : [...species, id] });
  }

  protected dropSpecies(id: string): void {
    const { species } = this.part();
    if (species === 'any') return;
    const left = species.filter((one) => one !== id);
    this.changed.emit({ ...this.part(), species: left.length === 0 ? 'any' : left });
  }

  protected chosen(): readonly string[] {
    const { species } = this.part();
    return species === 'any' ? [] : species;
  }

  protected nameOf(id: string): string {
    return speciesName(id);
  }

  private read(field: string, text: string, zero: boolean): number | null {
    if (zero && /^0*([.,]0*)?$/.test(text.trim())) {
      this.fault.set(null);
      return 0;
    }
    const length = parseLength(text, this.unit());
    if (!length.ok) {
      this.fault.set({ field, message: length.fault.message });
      return null;
    }
    if (length.value > 20_000) {
      this.fault.set({ field, message: `${text} is longer than 20 m; check the unit` });
      return null;
    }
    this.fault.set(null);
    return length.value;
  }
}
