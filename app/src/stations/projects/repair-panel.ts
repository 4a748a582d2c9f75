import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { piecesFor } from '@aldrek/core/match';
import {
  DEFAULT_ALLOWANCES,
  rankLikeness,
  REPAIR_WAYS,
  repairSize,
  type BrokenPart,
  type Likeness,
  type Project,
  type RepairWay,
} from '@aldrek/core/project';
import { formatLength, GRAIN_NAMES, GRAINS, UNKNOWN_SPECIES, type Grain } from '@aldrek/core/wood';
import { usableThickness } from '@aldrek/core/yield';
import { WoodFace } from '../../drawing/wood-face';
import { labOf, toneApart, toneOf } from '../../colour/tone';
import type { Choice } from '../../ui/choice-field';
import { FigureField } from '../../ui/figure-field';
import { SpeciesField } from '../../ui/species-field';
import { ProjectActions } from '../../shop-store/project-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { LengthField } from '../../ui/length-field';
import { FileButton } from '../../ui/file-button';
import { ChoiceField } from '../../ui/choice-field';
import { ToggleField } from '../../ui/toggle-field';
import { TextField } from '../../ui/text-field';

const BLANK: BrokenPart = {
  thing: '',
  name: 'part',
  species: UNKNOWN_SPECIES,
  length: 300,
  width: 60,
  thickness: 20,
};
const SHOWN = 6;

/** The broken part of an existing thing, the ways to repair it, and the closest matches on the rack. */
@Component({
  selector: 'al-repair-panel',
  imports: [
    MatButton,
    FigureField,
    SpeciesField,
    WoodFace,
    RouterLink,
    LengthField,
    FileButton,
    ChoiceField,
    ToggleField,
    TextField,
  ],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './repair-panel.html',
  styleUrl: './repair-panel.scss',
})
export class RepairPanel {
  readonly project = input.required<Project>();
  protected readonly store = inject(ShopStore);
  private readonly actions = inject(ProjectActions);

  protected readonly broken = computed((): BrokenPart => this.project().broken ?? BLANK);
  protected readonly way = signal<RepairWay>('replace');
  protected readonly spoiltMm = signal(120);
  protected readonly ways = Object.entries(REPAIR_WAYS).map(([id, facts]) => ({
    value: id as RepairWay,
    name: facts.name,
  }));
  protected readonly grains: readonly Choice<Grain | ''>[] = [
    { value: '' as const, name: 'not known' },
    ...GRAINS.map((grain) => ({ value: grain, name: GRAIN_NAMES[grain] })),
  ];
  protected readonly grain = computed((): Grain | '' => this.broken().grain ?? '');
  protected readonly about = computed(() => REPAIR_WAYS[this.way()].about);
  protected readonly photoFault = signal<string | null>(null);

  /** What is to be cut for the way chosen. */
  protected readonly wanted = computed(() => ({
    ...this.broken(),
    ...repairSize(this.broken(), this.way(), this.spoiltMm()),
  }));
  private readonly free = computed(() => piecesFor({ id: this.project().id }, this.store.pieces()));
  protected readonly ranked = computed(
    (): readonly (Likeness & { readonly px: number; readonly sizes: string })[] => {
      const wanted = this.wanted();
      const machines = this.store.machines();
      const ranked = rankLikeness(
        wanted,
        this.free(),
        (piece) =>
          usableThickness(
            piece,
            { length: Math.min(piece.length, wanted.length), width: Math.min(piece.width, wanted.width) },
            machines,
          ).mm,
        toneApart,
      ).slice(0, SHOWN);
      const longest = ranked.reduce((most, { piece }) => Math.max(most, piece.length), 1);
      return ranked.map((one) => ({
        ...one,
        px: Math.min(150 / longest, 44 / Math.max(one.piece.width, one.piece.widthFar ?? 0)),
        sizes: [one.piece.length, one.piece.width, one.piece.thickness]
          .map((mm) => formatLength(mm, this.store.unit()))
          .join(' × '),
      }));
    },
  );

  protected set(change: Partial<BrokenPart>): void {
    this.actions.setBroken(this.project(), { ...this.broken(), ...change });
  }

  protected setGrain(grain: Grain | ''): void {
    const { grain: _, ...rest } = this.broken();
    this.actions.setBroken(this.project(), grain === '' ? rest : { ...rest, grain });
  }

  /** Samples the tone of the broken part from the middle of a photograph. */
  protected async sample([file]: readonly File[]): Promise<void> {
    if (!file) return;
    try {
      const picture = await createImageBitmap(file);
      const canvas = new OffscreenCanvas(96, 96);
      const context = canvas.getContext('2d', { willReadFrequently: true });
      if (!context) throw new Error('no canvas');
      const side = Math.min(picture.width, picture.height) / 2;
      context.drawImage(
        picture,
        (picture.width - side) / 2,
        (picture.height - side) / 2,
        side,
        side,
        0,
        0,
        96,
        96,
      );
      const tone = toneOf(tiles(context));
      if (tone) this.set({ tone });
      this.photoFault.set(null);
    } catch {
      this.photoFault.set(`${file.name} could not be read as a picture; take a JPEG, PNG or WebP.`);
    }
  }

  protected mend(like: Likeness): void {
    const { name, length, width, thickness, species } = this.wanted();
    const way = REPAIR_WAYS[this.way()].name;
    this.actions.mendFrom(
      this.project(),
      {
        name: this.way() === 'replace' ? name : `${name}, ${way}`,
        qty: 1,
        length,
        width,
        thickness,
        grade: 'one-face',
        species:
          species === UNKNOWN_SPECIES
            ? 'any'
            : like.piece.species === species
              ? [species]
              : [like.piece.species],
        allowances: DEFAULT_ALLOWANCES,
      },
      like.piece,
    );
  }
}

/** The colour of each of sixteen tiles: their spread tells the figure. */
const tiles = (context: OffscreenCanvasRenderingContext2D): ReturnType<typeof labOf>[] =>
  Array.from({ length: 16 }, (_, i) =>
    labOf(context.getImageData(24 * (i % 4), 24 * Math.floor(i / 4), 24, 24).data),
  );
