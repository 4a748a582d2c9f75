import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import {
  CHILDREN_NOTE,
  designById,
  formatLength,
  machineLimits,
  outerSize,
  sizeLimits,
  usualSizes,
  type Brief,
  type Project,
} from '@aldrek/core';
import { FigureField } from '../../fields/figure-field';
import { ProjectActions } from '../../state/project-actions';
import { ShopStore } from '../../state/shop.store';

/** What the finished thing must fit, bear and be; and what the plan's own wood says to that. */
@Component({
  selector: 'al-brief-panel',
  imports: [FigureField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="field"
      >name<input
        #name
        id="project-name"
        maxlength="120"
        [value]="project().name"
        (change)="rename(name, note.value)"
    /></label>
    <label class="field"
      >in a few words<textarea
        #note
        rows="2"
        maxlength="2000"
        [value]="project().note"
        (change)="rename(name, note.value)"
      ></textarea>
    </label>
    <div class="kind" role="group" aria-label="Kind of project">
      <button
        type="button"
        class="btn"
        [class.strong]="project().kind !== 'repair'"
        [attr.aria-pressed]="project().kind !== 'repair'"
        (click)="setKind('repurpose')"
      >
        Make from scratch
      </button>
      <button
        type="button"
        class="btn"
        [class.strong]="project().kind === 'repair'"
        [attr.aria-pressed]="project().kind === 'repair'"
        (click)="setKind('repair')"
      >
        Mend
      </button>
    </div>
    <label class="field"
      >where it will live<input
        #place
        maxlength="200"
        [value]="brief().place ?? ''"
        (change)="set({ place: place.value.trim() })"
    /></label>
    <div class="pair">
      <al-figure-field
        [optional]="true"
        label="narrowest way in"
        [value]="brief().doorwayMm ?? 0"
        [most]="5000"
        (changed)="set({ doorwayMm: $event })"
      />
      <al-figure-field
        [optional]="true"
        label="stairs, at the turn"
        [value]="brief().stairsMm ?? 0"
        [most]="5000"
        (changed)="set({ stairsMm: $event })"
      />
    </div>
    <div class="pair">
      <al-figure-field
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
    <div class="checks">
      @for (use of uses; track use.key) {
        <label
          ><input type="checkbox" [checked]="brief()[use.key] === true" (change)="toggle(use.key)" />
          {{ use.name }}</label
        >
      }
    </div>
    <div class="pair">
      <label class="field"
        >wanted by<input #due type="date" [value]="brief().due ?? ''" (change)="set({ due: due.value })"
      /></label>
      <al-figure-field
        [optional]="true"
        label="budget"
        kind="number"
        [value]="brief().budget ?? 0"
        [most]="10000000"
        (changed)="set({ budget: $event })"
      />
    </div>
    <label class="field"
      >the client’s wishes<textarea
        #wishes
        rows="2"
        maxlength="2000"
        [value]="brief().wishes ?? ''"
        (change)="set({ wishes: wishes.value.trim() })"
      ></textarea>
    </label>
    <button type="button" class="btn" (click)="removed.emit()">Delete project</button>
    @for (note of notes(); track note) {
      <p class="note">{{ note }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
    .kind,
    .pair {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 8px;
    }
    .checks {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 2px 8px;
    }
    .checks label {
      display: flex;
      align-items: center;
      gap: 8px;
      min-height: 44px;
    }
    .checks input {
      width: 20px;
      height: 20px;
      accent-color: var(--blue);
    }
    .note {
      margin: 0;
      padding: 8px 10px;
      border-left: 4px solid var(--hazard);
      background: var(--hazard-tint);
      font-size: 13.5px;
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

  /** A project keeps its name when it is left empty. */
  protected rename(name: HTMLInputElement, note: string): void {
    const { project } = this;
    if (name.value.trim() === '') name.value = project().name;
    this.actions.rename(project(), name.value.trim(), note.trim());
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
    this.actions.update(kind === 'repair' ? 'a thing to mend' : 'a thing to make', {
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
