import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { type ShopSettings } from '@aldrek/core/shop';
import { GRADE_NAMES, type Grade } from '@aldrek/core/wood';
import { ShopStore } from '../shop-store/shop.store';
import { ChoiceField } from '../ui/choice-field';
import { FigureField } from '../ui/figure-field';
import { LengthField } from '../ui/length-field';
import type { SettingFigure, SettingGroup } from './setting-shape';

/** Grades that an offcut may have to be. */
const OFFCUT_GRADES: readonly Grade[] = ['clear', 'character', 'hidden'];

/** The figures under one heading of the settings, each kept as it is written. */
@Component({
  selector: 'al-setting-group',
  imports: [MatCheckbox, ChoiceField, FigureField, LengthField],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="label">{{ group().name }}</h2>
    @if (group().about; as about) {
      <p class="muted">{{ about }}</p>
    }
    @if (group().name === 'Machines') {
      <mat-checkbox [checked]="store.machines().handTools" (change)="handTools($event.checked)">
        A hand-tool shop: by scrub, try and smoothing plane, so no machine sets a limit
      </mat-checkbox>
    }
    <div class="fields roomy">
      @if (group().name.startsWith('Offcuts')) {
        <al-choice-field
          label="graded at least"
          [value]="store.habits().offcut.grade"
          [choices]="offcutGrades"
          (changed)="offcutGrade($event)"
        />
      }
      @for (figure of group().figures; track figure.id) {
        <div class="figure stack t-small gap-2">
          @if (value(figure); as known) {
            @if (figure.kind === 'length') {
              <al-length-field
                [label]="figure.name"
                [fine]="true"
                [value]="known.value"
                [least]="figure.least"
                [most]="figure.most"
                (changed)="set(figure, $event)"
              />
            } @else {
              <al-figure-field
                [label]="figure.name"
                [kind]="figure.kind"
                [value]="known.value"
                [least]="figure.least"
                [most]="figure.most"
                (changed)="set(figure, $event)"
              />
            }
          } @else {
            <p class="none muted">
              <span>{{ figure.name }}</span> {{ figure.noneText ?? 'none' }}
            </p>
          }
          @if (figure.about) {
            <span class="muted">{{ figure.about }}</span>
          }
          @if (figure.mayBeNone !== undefined) {
            <mat-checkbox
              [checked]="value(figure) !== null"
              [aria-label]="figure.name + (figure.noneText ? ': my own' : ': there is one')"
              (change)="set(figure, $event.checked ? figure.mayBeNone : null)"
              >{{ figure.noneText ? 'my own' : 'there is one' }}</mat-checkbox
            >
          }
        </div>
      }
    </div>
  `,
  styles: `
    .none {
      min-height: 60px;
      display: grid;
      align-content: center;
    }
  `,
})
export class SettingGroupFields {
  readonly group = input.required<SettingGroup>();

  protected readonly store = inject(ShopStore);
  protected readonly offcutGrades = OFFCUT_GRADES.map((value) => ({ value, name: GRADE_NAMES[value] }));
  private readonly settings = computed(() => this.store.shop().settings);

  /** In a box of its own, since nought is a figure and none is not. */
  protected value(figure: SettingFigure): { readonly value: number } | null {
    const value = figure.get(this.settings());
    return value === null ? null : { value };
  }

  protected set(figure: SettingFigure, value: number | null): void {
    this.change(figure.name, figure.set(this.settings(), value));
  }

  protected handTools(handTools: boolean): void {
    const settings = this.settings();
    this.change(handTools ? 'hand tools' : 'machines', {
      ...settings,
      machines: { ...settings.machines, handTools },
    });
  }

  protected offcutGrade(grade: Grade): void {
    const settings = this.settings();
    const { habits } = settings;
    this.change('the grade of offcuts', {
      ...settings,
      habits: { ...habits, offcut: { ...habits.offcut, grade } },
    });
  }

  private change(what: string, settings: ShopSettings): void {
    this.store.change(`set ${what}`, { ...this.store.shop(), settings });
  }
}
