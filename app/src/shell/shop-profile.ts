import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatDialogClose, MatDialogContent, MatDialogTitle } from '@angular/material/dialog';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatOption, MatSelect } from '@angular/material/select';
import { MatTab, MatTabGroup } from '@angular/material/tabs';
import { MatButton } from '@angular/material/button';
import { DEFAULT_SETTINGS, GRADE_NAMES, type Grade, type ShopSettings } from '@aldrek/core';
import { FigureField } from '../ui/figure-field';
import { ShopStore } from '../state/shop.store';
import { PROFILE, type ProfileFigure } from './profile-figures';
import { LengthField } from '../ui/length-field';

/** Grades that an offcut may have to be. */
const OFFCUT_GRADES: readonly Grade[] = ['clear', 'character', 'hidden'];

/** How this shop works: every assumption that an estimate, a plan or a verdict rests on. Kept as it is written. */
/** How the sheet opens: at its first figure, ready to be written. */
export const PROFILE_SHEET = {
  width: '860px',
  maxWidth: '96vw',
  autoFocus: 'al-length-field input',
} as const;

@Component({
  selector: 'al-shop-profile',
  imports: [
    MatButton,
    FigureField,
    MatCheckbox,
    MatDialogClose,
    MatDialogContent,
    MatDialogTitle,
    MatFormField,
    MatLabel,
    MatOption,
    MatSelect,
    MatTab,
    MatTabGroup,
    LengthField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>How this shop works</h2>
    <mat-dialog-content>
      <p class="muted">
        Every estimate, plan and verdict rests on these. Lengths in
        {{ store.unit() === 'mm' ? 'mm' : 'inches' }}; what you change is kept at once and can be undone.
      </p>
      <mat-tab-group animationDuration="0ms" mat-stretch-tabs="false">
        @for (page of pages; track page.name) {
          <mat-tab [label]="page.name">
            @for (group of page.groups; track group.name) {
              <h3 class="label">{{ group.name }}</h3>
              @if (group.about) {
                <p class="muted">{{ group.about }}</p>
              }
              @if (group.name === 'Machines') {
                <mat-checkbox [checked]="store.machines().handTools" (change)="handTools($event.checked)">
                  A hand-tool shop: by scrub, try and smoothing plane, so no machine sets a limit
                </mat-checkbox>
              }
              @if (group.name.startsWith('Offcuts')) {
                <mat-form-field subscriptSizing="dynamic">
                  <mat-label>graded at least</mat-label>
                  <mat-select [value]="store.habits().offcut.grade" (valueChange)="offcutGrade($event)">
                    @for (grade of offcutGrades; track grade) {
                      <mat-option [value]="grade">{{ gradeNames[grade] }}</mat-option>
                    }
                  </mat-select>
                </mat-form-field>
              }
              <div class="figures">
                @for (figure of group.figures; track figure.id) {
                  <div class="figure">
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
                      <p class="none">
                        <span>{{ figure.name }}</span> none
                      </p>
                    }
                    @if (figure.about) {
                      <span class="muted">{{ figure.about }}</span>
                    }
                    @if (figure.mayBeNone !== undefined) {
                      <mat-checkbox
                        [checked]="value(figure) !== null"
                        (change)="set(figure, $event.checked ? figure.mayBeNone : null)"
                        >there is one</mat-checkbox
                      >
                    }
                  </div>
                }
              </div>
            }
          </mat-tab>
        }
      </mat-tab-group>
      <div class="row">
        <button type="button" matButton="filled" mat-dialog-close>Done</button>
        <button type="button" matButton="outlined" (click)="reset()">All back to the starting points</button>
      </div>
    </mat-dialog-content>
  `,
  styles: `
    h3 {
      margin: 18px 0 4px;
    }
    .figures {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
      gap: 14px;
      margin: 10px 0;
    }
    .figure {
      display: grid;
      align-content: start;
      gap: 2px;
      font-size: 13px;
    }
    .none {
      margin: 0;
      min-height: 62px;
      display: grid;
      align-content: center;
      color: var(--muted);
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
      margin-top: 18px;
    }
  `,
})
export class ShopProfile {
  protected readonly store = inject(ShopStore);
  protected readonly pages = PROFILE;
  protected readonly offcutGrades = OFFCUT_GRADES;
  protected readonly gradeNames = GRADE_NAMES;
  private readonly settings = computed(() => this.store.shop().settings);

  /** In a box of its own, since nought is a figure and none is not. */
  protected value(figure: ProfileFigure): { readonly value: number } | null {
    const value = figure.get(this.settings());
    return value === null ? null : { value };
  }

  protected set(figure: ProfileFigure, value: number | null): void {
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

  protected reset(): void {
    const { habits, machines, trade, sureness } = DEFAULT_SETTINGS;
    this.change('all to the starting points', { ...this.settings(), habits, machines, trade, sureness });
  }

  private change(what: string, settings: ShopSettings): void {
    this.store.change(`set ${what}`, { ...this.store.shop(), settings });
  }
}
