import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import {
  MAT_DIALOG_DATA,
  MatDialogClose,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import {
  designFaults,
  GRADE_NAMES,
  GRADES,
  usualSizes,
  type Design,
  type DesignPart,
  type DesignSize,
  type Grade,
} from '@aldrek/core';
import { DesignElevation } from '../../drawing/design-elevation';
import { Ids } from '../../state/ids';
import { ShopStore } from '../../state/shop.store';

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
  imports: [MatDialogTitle, MatDialogContent, MatDialogClose, DesignElevation],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>A design of your own</h2>
    <mat-dialog-content>
      <div class="top">
        <label class="field"
          >name<input
            #name
            maxlength="120"
            [value]="design().name"
            (change)="set({ name: name.value.trim() })"
        /></label>
        <label class="field"
          >what it is<input
            #about
            maxlength="500"
            [value]="design().about"
            (change)="set({ about: about.value.trim() })"
        /></label>
      </div>
      <h3>Outer sizes <span class="muted">mm; the letter is what the formulas call it</span></h3>
      @for (size of design().sizes; track $index) {
        <div class="size">
          <input
            #key
            aria-label="Letter"
            [value]="size.key"
            maxlength="12"
            (change)="setSize($index, { key: key.value.trim() })"
          />
          <input
            #sizeName
            aria-label="Name"
            [value]="size.name"
            maxlength="80"
            (change)="setSize($index, { name: sizeName.value.trim() })"
          />
          <input
            #least
            aria-label="Least"
            inputmode="decimal"
            [value]="size.least"
            (change)="setSize($index, { least: +least.value })"
          />
          <input
            #usual
            aria-label="Usual"
            inputmode="decimal"
            [value]="size.usual"
            (change)="setSize($index, { usual: +usual.value })"
          />
          <input
            #most
            aria-label="Most"
            inputmode="decimal"
            [value]="size.most"
            (change)="setSize($index, { most: +most.value })"
          />
          <button type="button" class="btn small" aria-label="Drop this size" (click)="dropSize($index)">
            ×
          </button>
        </div>
      }
      <button type="button" class="btn small" (click)="addSize()">Another size</button>
      <h3>
        Parts
        <span class="muted"
          >how many, length, width, thickness as formulas: L − 2 * t, floor((W + g) / (w + g))</span
        >
      </h3>
      @for (part of design().parts; track $index) {
        <div class="part">
          @for (field of fields; track field) {
            <input
              #text
              [attr.aria-label]="field + ' of part'"
              [value]="part[field]"
              maxlength="200"
              (change)="setPart($index, field, text.value.trim())"
            />
          }
          <select #grade aria-label="Grade" (change)="setGrade($index, grade.value)">
            @for (option of grades; track option) {
              <option [value]="option" [selected]="option === part.grade">{{ gradeNames[option] }}</option>
            }
          </select>
          <button type="button" class="btn small" aria-label="Drop this part" (click)="dropPart($index)">
            ×
          </button>
        </div>
      }
      <button type="button" class="btn small" (click)="addPart()">Another part</button>
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
      <div class="do">
        <button type="button" class="btn strong" [disabled]="faults().length > 0" (click)="keep()">
          Keep the design
        </button>
        <button type="button" class="btn" mat-dialog-close>Leave</button>
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
      font-size: 15px;
    }
    .size {
      display: grid;
      grid-template-columns: 56px 1fr repeat(3, 84px) 44px;
      gap: 6px;
      margin-bottom: 6px;
    }
    .part {
      display: grid;
      grid-template-columns: 1.2fr 1.1fr 1.1fr 1fr 0.8fr 110px 44px;
      gap: 6px;
      margin-bottom: 6px;
    }
    input,
    select {
      min-width: 0;
      min-height: 44px;
      padding: 0 8px;
      border: 1px solid var(--line);
      border-radius: 8px;
      background: var(--raised);
      color: var(--ink);
      font: inherit;
    }
    ul {
      margin: 0;
      padding-left: 18px;
      font-size: 13.5px;
    }
    .do {
      display: flex;
      gap: 8px;
      padding-top: 12px;
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
  protected readonly grades = GRADES;
  protected readonly gradeNames = GRADE_NAMES;
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

  protected setGrade(at: number, text: string): void {
    const grade = GRADES.find((option): option is Grade => option === text);
    if (grade)
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
