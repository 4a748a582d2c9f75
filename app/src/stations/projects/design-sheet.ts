import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import {
  MAT_DIALOG_DATA,
  MatDialogClose,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import { MatButton, MatIconButton } from '@angular/material/button';
import {
  designFaults,
  usualSizes,
  type Design,
  type DesignPart,
  type DesignSize,
} from '@aldrek/core/project';
import { GRADE_NAMES, GRADES, type Grade } from '@aldrek/core/wood';
import { mdiClose } from '@mdi/js';
import { Icon } from '../../ui/icon';
import { DesignElevation } from '../../drawing/design-elevation';
import { Ids } from '../../shop-store/ids';
import { ShopStore } from '../../shop-store/shop.store';
import { ChoiceField } from '../../ui/choice-field';
import { FigureField } from '../../ui/figure-field';
import { TextField } from '../../ui/text-field';

const BLANK: Design = {
  id: '',
  name: 'My design',
  about: '',
  sizes: [
    { key: 'L', name: 'length', least: 200, usual: 600, most: 2000 },
    { key: 't', name: 'thickness', least: 10, usual: 20, most: 50 },
  ],
  parts: [{ name: 'board', qty: '1', length: 'L', width: '100', thickness: 't', grade: 'character' }],
  drawing: [{ part: 'board', x: '0', y: '0', width: 'L', height: '100' }],
};
type Text = Exclude<keyof DesignPart, 'grade' | 'make' | 'shape' | 'group'>;

/** A design in formulas: outer sizes, parts, and where they stand; drawn as it is written. */
@Component({
  selector: 'al-design-sheet',
  imports: [
    Icon,
    MatButton,
    MatDialogTitle,
    MatDialogContent,
    MatDialogClose,
    DesignElevation,
    MatIconButton,
    ChoiceField,
    FigureField,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>A design of your own</h2>
    <mat-dialog-content>
      <div class="top">
        <al-text-field
          label="name"
          [longest]="120"
          [value]="design().name"
          (changed)="set({ name: $event })"
        />
        <al-text-field
          label="what it is"
          [longest]="500"
          [value]="design().about"
          (changed)="set({ about: $event })"
        />
      </div>
      <h3>Outer sizes <span class="muted">mm; the letter is what the formulas call it</span></h3>
      @for (size of design().sizes; track $index; let at = $index) {
        <div class="size">
          <al-text-field
            spoken="Letter"
            [longest]="12"
            [value]="size.key"
            (changed)="setSize($index, { key: $event })"
          />
          <al-text-field
            spoken="Name"
            [longest]="80"
            [value]="size.name"
            (changed)="setSize($index, { name: $event })"
          />
          @for (limit of limits; track limit.key) {
            <al-figure-field
              label=""
              kind="number"
              [spoken]="limit.name"
              [value]="size[limit.key]"
              [most]="20000"
              (changed)="setLimit(at, limit.key, $event)"
            />
          }
          <button type="button" matIconButton aria-label="Remove this size" (click)="dropSize($index)">
            <al-icon [path]="close" />
          </button>
        </div>
      }
      <button type="button" matButton="outlined" (click)="addSize()">Another size</button>
      <h3>
        Parts
        <span class="muted"
          >how many, length, width, thickness as formulas: L − 2 * t, floor((W + g) / (w + g))</span
        >
      </h3>
      @for (part of design().parts; track $index; let at = $index) {
        <div class="part">
          @for (field of fields; track field) {
            <al-text-field
              [spoken]="field + ' of part'"
              [value]="part[field]"
              (changed)="setPart(at, field, $event)"
            />
          }
          <al-choice-field
            spoken="Grade"
            [value]="part.grade"
            [choices]="grades"
            (changed)="setGrade($index, $event)"
          />
          <button type="button" matIconButton aria-label="Remove this part" (click)="dropPart($index)">
            <al-icon [path]="close" />
          </button>
        </div>
      }
      <button type="button" matButton="outlined" (click)="addPart()">Another part</button>
      <div class="seen">
        <al-design-elevation [design]="design()" [sizes]="usual()" [room]="room" />
        <ul>
          @for (fault of faults(); track fault) {
            <li class="fault">{{ fault }}</li>
          } @empty {
            <li>It holds from its least sizes to its greatest.</li>
          }
        </ul>
      </div>
      <div class="in-line">
        <button type="button" matButton="filled" [disabled]="faults().length > 0" (click)="keep()">
          Keep the design
        </button>
        <button type="button" matButton="outlined" mat-dialog-close>Cancel</button>
      </div>
    </mat-dialog-content>
  `,
  styles: `
    .top,
    .seen {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 12px;
    }
    h3 {
      margin: 14px 0 6px;
    }
    .size {
      display: grid;
      grid-template-columns: 64px 1fr repeat(3, 84px) 44px;
      gap: 6px;
      margin-bottom: 6px;
    }
    .part {
      display: grid;
      grid-template-columns: 1.2fr 1.1fr 1.1fr 1fr 0.8fr 110px 44px;
      gap: 6px;
      margin-bottom: 6px;
    }
    ul {
      padding-left: 18px;
      font-size: var(--small);
    }
    @media (max-width: 700px) {
      .part,
      .top,
      .seen {
        grid-template-columns: 1fr 1fr;
      }
    }
  `,
})
export class DesignSheet {
  private readonly given = inject<Design | null>(MAT_DIALOG_DATA);
  private readonly ref = inject(MatDialogRef);
  private readonly store = inject(ShopStore);
  private readonly ids = inject(Ids);
  protected readonly design = signal<Design>(this.given ?? BLANK);
  protected readonly faults = computed(() => {
    const keys = this.design().sizes.map(({ key }) => key);
    const bad = keys.filter((key, i) => !/^[A-Za-z]\w*$/.test(key) || keys.indexOf(key) !== i);
    return [
      ...bad.map((key) => `“${key}” is no letter of its own for a size`),
      ...designFaults(this.design()),
    ];
  });
  protected readonly usual = computed(() => usualSizes(this.design()));
  protected readonly fields: readonly Text[] = ['name', 'qty', 'length', 'width', 'thickness'];
  protected readonly grades = GRADES.map((value) => ({ value, name: GRADE_NAMES[value] }));
  protected readonly limits = [
    { key: 'least', name: 'Least' },
    { key: 'usual', name: 'Usual' },
    { key: 'most', name: 'Most' },
  ] as const;
  protected readonly close = mdiClose;
  protected readonly room = { width: 330, height: 180 };

  protected set(change: Partial<Design>): void {
    this.design.update((design) => ({ ...design, ...change }));
  }

  protected setSize(at: number, change: Partial<DesignSize>): void {
    this.set({ sizes: this.design().sizes.map((size, i) => (i === at ? { ...size, ...change } : size)) });
  }

  protected addSize(): void {
    const free =
      ['W', 'H', 'D', 'a', 'b', 'c', 'd', 'e', 'f', 'g'].find(
        (key) => !this.design().sizes.some((size) => size.key === key),
      ) ?? 'x';
    this.set({
      sizes: [...this.design().sizes, { key: free, name: 'size', least: 50, usual: 200, most: 1000 }],
    });
  }

  protected dropSize(at: number): void {
    this.set({ sizes: this.design().sizes.filter((_, i) => i !== at) });
  }

  protected setPart(at: number, field: Text, text: string): void {
    const before = this.design().parts[at]?.name;
    const parts = this.design().parts.map((part, i) => (i === at ? { ...part, [field]: text } : part));
    const drawing =
      field === 'name'
        ? this.design().drawing.map((box) => (box.part === before ? { ...box, part: text } : box))
        : this.design().drawing;
    this.set({ parts, drawing });
  }

  protected setLimit(at: number, key: 'least' | 'usual' | 'most', value: number): void {
    this.setSize(at, { [key]: value });
  }

  protected setGrade(at: number, grade: Grade): void {
    this.set({ parts: this.design().parts.map((part, i) => (i === at ? { ...part, grade } : part)) });
  }

  /** A new part is drawn above what there is, so that it is seen. */
  protected addPart(): void {
    const { parts, drawing } = this.design();
    const name = `part ${parts.length + 1}`;
    this.set({
      parts: [...parts, { name, qty: '1', length: '400', width: '60', thickness: '20', grade: 'character' }],
      drawing: [
        ...drawing,
        { part: name, x: '0', y: String(120 * drawing.length), width: '400', height: '60' },
      ],
    });
  }

  protected dropPart(at: number): void {
    const gone = this.design().parts[at]?.name;
    this.set({
      parts: this.design().parts.filter((_, i) => i !== at),
      drawing: this.design().drawing.filter((box) => box.part !== gone),
    });
  }

  protected keep(): void {
    const shop = this.store.shop();
    const own = shop.settings.designs;
    const known = own.some(({ id }) => id === this.design().id);
    const design = known ? this.design() : { ...this.design(), id: this.ids.next() };
    const designs = known ? own.map((one) => (one.id === design.id ? design : one)) : [...own, design];
    this.store.change(`design ${design.name}`, { ...shop, settings: { ...shop.settings, designs } });
    this.ref.close(design);
  }
}
