import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { PartState } from '@aldrek/core/shop';
import {
  balanceOfProject,
  inHandFor,
  PROJECT_STATES,
  schoolFor,
  type MillingSchool,
} from '@aldrek/core/floor';
import { dayText } from '../../format/day-text';
import { volumeInDm3 } from '../../format/measures';
import { Notices } from '../../notices/notices';
import { Planning } from '../../planning/planning';
import { FloorActions } from '../../shop-store/floor-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { ChoiceField } from '../../ui/choice-field';
import { FloorView, type ProjectInHand } from './floor-view';
import { SAID_STATES, STATE_NAMES } from './words';

const SCHOOLS: readonly { readonly value: MillingSchool | 'shop'; readonly name: string }[] = [
  { value: 'shop', name: 'as the shop does' },
  { value: 'jointer', name: 'jointer first, then planer' },
  { value: 'planer', name: 'planer first, light passes' },
  { value: 'hand', name: 'hand tools' },
];

/** A project in hand: how far it is, what is missing, how it is milled, and where its wood went. */
@Component({
  selector: 'al-project-card',
  imports: [ChoiceField, MatButton, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="card" [attr.aria-label]="of().project.name">
      <h2>
        <a [routerLink]="['/projects', of().project.id]">{{ of().project.name }}</a>
      </h2>
      <p class="muted">{{ states[of().state] }}{{ due() }}</p>
      <div class="bar" role="img" [attr.aria-label]="'State: ' + states[of().state]">
        @for (state of bar; track state) {
          <span [class.reached]="reached(state)"></span>
        }
      </div>
      <p>
        <span class="figure t-large">{{ of().inHand }}</span> of {{ of().parts }} parts in hand,
        {{ of().milled }} milled ·
        {{
          of().boards === 0
            ? 'all boards sawn'
            : of().boards + (of().boards === 1 ? ' board to saw' : ' boards to saw')
        }}
      </p>
      @for (short of of().short; track $index) {
        <p class="short strong">
          @if (short.size !== null) {
            Missing of {{ short.name }}: {{ short.count }} × {{ short.size }}
          } @else {
            Missing: {{ short.count }} × {{ short.name }}
          }
        </p>
      }
      @for (panel of of().panels; track panel.name) {
        <p>
          <a [routerLink]="panel.link">{{ panel.name }}</a> <span class="muted">{{ panel.about }}</span>
        </p>
      }
      <p class="no-print">
        <a [routerLink]="['/projects', of().project.id, 'joinery']">Joints, movement, assembly</a>
      </p>
      @if (of().short.length > 0) {
        <button
          type="button"
          matButton="filled"
          class="no-print to-start"
          [disabled]="matching()"
          (click)="matchRest()"
        >
          {{ matching() ? 'Matching…' : 'Match what is missing' }}
        </button>
      }
      <button
        type="button"
        matButton="outlined"
        class="no-print to-start"
        [attr.aria-expanded]="open()"
        [attr.aria-label]="'More of ' + of().project.name"
        (click)="open.set(!open())"
      >
        {{ open() ? 'Less' : 'More…' }}
      </button>
      @if (open()) {
        @if (of().inHand > 0) {
          <al-choice-field
            label="all parts in hand are"
            [value]="said()"
            [choices]="sayable"
            placeholder="as ticked"
            (changed)="moveOn($event)"
          />
        }
        <al-choice-field label="milled" [value]="school()" [choices]="schools" (changed)="mill($event)" />
        <p class="muted">{{ schoolNow() }}</p>
        <dl class="facts">
          @for (row of wood(); track row.name) {
            <dt>{{ row.name }}</dt>
            <dd>{{ row.text }}</dd>
          }
        </dl>
      }
    </section>
  `,
  styles: `
    .bar {
      display: grid;
      grid-auto-flow: column;
      gap: 3px;

      span {
        height: 8px;
        border-radius: 2px;
        background: var(--line);
      }
      .reached {
        background: var(--blue);
      }
    }
    .short {
      padding-left: 8px;
      border-left: 4px dashed var(--ink);
    }
  `,
})
export class ProjectCard {
  readonly of = input.required<ProjectInHand>();
  private readonly store = inject(ShopStore);
  private readonly view = inject(FloorView);
  private readonly actions = inject(FloorActions);
  private readonly planning = inject(Planning);
  private readonly notices = inject(Notices);
  protected readonly states = STATE_NAMES;
  protected readonly bar = PROJECT_STATES.slice(1);
  protected readonly schools = SCHOOLS;
  protected readonly sayable = SAID_STATES.map((value) => ({
    value,
    name: value === 'milled' ? 'as ticked: sawn or milled' : STATE_NAMES[value],
  }));
  protected readonly matching = signal(false);
  protected readonly open = signal(false);

  protected readonly due = computed(() => {
    const due = this.of().project.brief?.due;
    return due === undefined ? '' : ` · due ${dayText(due)}`;
  });
  protected readonly said = computed(
    (): PartState | null =>
      SAID_STATES.find((state) => state !== 'milled' && state === this.of().state) ?? null,
  );
  protected readonly school = computed(() => this.of().project.milling?.school ?? 'shop');
  protected readonly schoolNow = computed(() => {
    const school = schoolFor(this.of().project, {
      machines: this.store.machines(),
      workshop: this.store.workshop(),
    });
    return `Now: ${SCHOOLS.find(({ value }) => value === school)?.name ?? school}.`;
  });
  protected readonly wood = computed(() => {
    const { wentInM3, partsM3, offcutsM3, wasteM3, kerfM3 } = balanceOfProject(
      this.store.entries(),
      this.of().project.id,
    );
    return [
      { name: 'boards sawn', m3: wentInM3 },
      { name: 'parts', m3: partsM3 },
      { name: 'offcuts', m3: offcutsM3 },
      { name: 'waste', m3: wasteM3 },
      { name: 'dust and shavings', m3: kerfM3 },
    ].map(({ name, m3 }) => ({ name, text: volumeInDm3(m3, this.store.unit()) }));
  });

  protected reached(state: (typeof PROJECT_STATES)[number]): boolean {
    return PROJECT_STATES.indexOf(state) <= PROJECT_STATES.indexOf(this.of().state);
  }

  protected moveOn(state: PartState): void {
    const { project } = this.of();
    if (this.actions.moveOn(inHandFor(this.view.parts(), project.id), state))
      this.notices.undoable(`${project.name}: its parts are ${state === 'milled' ? 'as ticked' : state}.`);
  }

  protected mill(school: MillingSchool | 'shop'): void {
    const { project } = this.of();
    const { school: _before, ...rest } = project.milling ?? {};
    this.actions.milling(
      project,
      `${project.name}: milled otherwise`,
      school === 'shop' ? rest : { ...rest, school },
    );
  }

  protected async matchRest(): Promise<void> {
    const { project } = this.of();
    this.matching.set(true);
    try {
      const found = await this.planning.rest(
        project.id,
        inHandFor(this.view.parts(), project.id).map(({ partId, unit, wood }) => ({
          partId,
          unit,
          species: wood.species,
        })),
      );
      if (!found || found.cuts.length === 0) {
        this.notices.say(
          `Nothing on the rack takes what is missing of ${project.name}. Projects shows ways out.`,
        );
        return;
      }
      this.actions.keepRest(project, found);
    } finally {
      this.matching.set(false);
    }
  }
}
