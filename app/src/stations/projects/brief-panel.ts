import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import {
  CHILDREN_NOTE,
  designById,
  machineLimits,
  outerSize,
  sizeLimits,
  usualSizes,
  type Brief,
  type Project,
} from '@aldrek/core/project';
import { formatLength } from '@aldrek/core/wood';
import type { Choice } from '../../ui/choice-field';
import { FigureField } from '../../ui/figure-field';
import { ProjectActions } from '../../shop-store/project-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { LengthField } from '../../ui/length-field';
import { ToggleField } from '../../ui/toggle-field';
import { TextField } from '../../ui/text-field';
import { DayField } from '../../ui/day-field';

/** What the finished thing must fit, bear and be; and what the plan's own wood says to that. */
@Component({
  selector: 'al-brief-panel',
  imports: [MatButton, FigureField, LengthField, MatCheckbox, ToggleField, TextField, DayField],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <al-text-field
      id="project-name"
      label="name"
      [needed]="true"
      [longest]="120"
      [value]="project().name"
      (changed)="rename($event, project().note)"
    />
    <al-text-field
      label="in a few words"
      [rows]="2"
      [longest]="2000"
      [value]="project().note"
      (changed)="rename(project().name, $event)"
    />
    <al-toggle-field label="Kind of project" [value]="kind()" [choices]="kinds" (changed)="setKind($event)" />
    <al-text-field
      label="where it will live"
      [value]="brief().place ?? ''"
      (changed)="set({ place: $event })"
    />
    <div class="pair">
      <al-length-field
        [optional]="true"
        label="narrowest way in"
        [value]="brief().doorwayMm ?? 0"
        [most]="5000"
        (changed)="set({ doorwayMm: $event })"
      />
      <al-length-field
        [optional]="true"
        label="stairs, at the turn"
        [value]="brief().stairsMm ?? 0"
        [most]="5000"
        (changed)="set({ stairsMm: $event })"
      />
    </div>
    <div class="pair">
      <al-length-field
        [optional]="true"
        label="free under it"
        [value]="brief().clearanceMm ?? 0"
        [most]="5000"
        (changed)="set({ clearanceMm: $event })"
      />
      <al-figure-field
        [optional]="true"
        label="two may carry, kg"
        kind="number"
        [value]="brief().carryKg ?? 0"
        [most]="1000"
        (changed)="set({ carryKg: $event })"
      />
    </div>
    <div class="pair gap-2">
      @for (use of uses; track use.key) {
        <mat-checkbox [checked]="brief()[use.key] === true" (change)="toggle(use.key)">{{
          use.name
        }}</mat-checkbox>
      }
    </div>
    <div class="pair">
      <al-day-field label="wanted by" [value]="brief().due ?? null" (changed)="set({ due: $event ?? '' })" />
      <al-figure-field
        [optional]="true"
        label="budget"
        kind="money"
        [value]="brief().budget ?? 0"
        [most]="10000000"
        (changed)="set({ budget: $event })"
      />
    </div>
    <al-text-field
      label="the client’s wishes"
      [rows]="2"
      [longest]="2000"
      [value]="brief().wishes ?? ''"
      (changed)="set({ wishes: $event })"
    />
    <button type="button" matButton="outlined" (click)="removed.emit()">Delete project</button>
    @for (note of notes(); track note) {
      <p class="t-small cautious">{{ note }}</p>
    }
  `,
})
export class BriefPanel {
  readonly project = input.required<Project>();
  /** kg of the parts as finished. */
  readonly weightKg = input(0);
  readonly removed = output();
  private readonly actions = inject(ProjectActions);
  private readonly store = inject(ShopStore);

  protected readonly uses = [
    { key: 'outdoors', name: 'outdoors' },
    { key: 'food', name: 'touches food' },
    { key: 'children', name: 'used by children' },
  ] as const;
  protected readonly brief = computed((): Brief => this.project().brief ?? {});

  protected readonly kind = computed(() => this.project().kind ?? 'repurpose');
  protected readonly kinds: readonly Choice<'repurpose' | 'repair'>[] = [
    { value: 'repurpose', name: 'Build new' },
    { value: 'repair', name: 'Repair' },
  ];

  protected rename(name: string, note: string): void {
    this.actions.rename(this.project(), name, note);
  }

  protected set(change: { readonly [K in keyof Brief]?: Brief[K] | 0 | '' }): void {
    // What is emptied is unknown again.
    const told = Object.entries({ ...this.brief(), ...change }).filter(
      ([, value]) => value !== '' && value !== 0,
    );
    this.actions.setBrief(this.project(), Object.fromEntries(told));
  }

  protected toggle(key: 'outdoors' | 'food' | 'children'): void {
    this.actions.setBrief(this.project(), { ...this.brief(), [key]: this.brief()[key] !== true });
  }

  protected setKind(kind: 'repair' | 'repurpose'): void {
    this.actions.update(kind === 'repair' ? 'a repair' : 'a new build', {
      ...this.project(),
      kind,
    });
  }

  /** Where the brief and the wood or the sizes are at odds. */
  protected readonly notes = computed((): string[] => {
    const [brief, { parts, design }] = [this.brief(), this.project()];
    const made = design && designById(design.id, this.store.shop().settings.designs);
    const outer = design && made ? outerSize(made, { ...usualSizes(made), ...design.sizes }) : null;
    const size = (mm: number): string => formatLength(Math.floor(mm), this.store.unit());
    return [
      ...sizeLimits(brief, parts, outer, this.weightKg(), size),
      ...machineLimits(parts, this.store.machines(), size),
      ...(brief.children === true ? [CHILDREN_NOTE] : []),
    ];
  });
}
