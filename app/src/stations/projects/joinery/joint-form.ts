import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import {
  jointCautions,
  JOINT_FACTS,
  JOINT_INTO,
  JOINT_KINDS,
  JOINT_PLACES,
  type Joint,
  type JointKind,
} from '@aldrek/core/floor';
import { JointSection } from '../../../drawing/joint-section';
import { LengthFigure } from '../../../format/length-figure';
import { JointActions } from '../../../shop-store/joint-actions';
import { ChoiceField } from '../../../ui/choice-field';
import { FigureField } from '../../../ui/figure-field';
import { LengthField } from '../../../ui/length-field';
import { InWords } from '../../../ui/in-words';
import { JoineryView } from './joinery-view';
import { INTO_NAMES, LEVEL_NAMES, LEVEL_SIGNS, PLACE_NAMES } from './words';

type Chosen = NonNullable<ReturnType<JoineryView['chosen']>>;

/** One joint: which parts and how, its sizes as proposed or changed, drawn in section, and what is checked. */
@Component({
  selector: 'al-joint-form',
  imports: [
    ChoiceField,
    FigureField,
    JointSection,
    LengthField,
    LengthFigure,
    MatButton,
    MatCheckbox,
    InWords,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="stack gap-12" [attr.aria-label]="of().title">
      <h2>
        {{ of().title }} <span class="muted">{{ of().facts.about }}</span>
      </h2>
      <div class="fields">
        <al-choice-field label="joint" [value]="joint().kind" [choices]="kinds" (changed)="setKind($event)" />
        <al-choice-field
          label="part"
          [value]="joint().a"
          [choices]="parts()"
          (changed)="change({ a: $event })"
        />
        <al-choice-field
          label="made"
          [value]="joint().at"
          [choices]="places"
          (changed)="change({ at: $event })"
        />
        <al-choice-field
          label="to part"
          [value]="joint().b"
          [choices]="parts()"
          (changed)="change({ b: $event })"
        />
        <al-choice-field
          label="into it"
          [value]="joint().into"
          [choices]="intos"
          (changed)="change({ into: $event })"
        />
      </div>
      <div class="drawn">
        <al-joint-section
          [shapes]="of().section"
          [speciesA]="of().speciesA"
          [speciesB]="of().speciesB"
          [named]="of().kind"
        />
        <div class="fields sizes">
          @for (size of sizes(); track size.key) {
            @if (size.kind === 'yes-no') {
              <mat-checkbox [checked]="size.value > 0" (change)="setSize(size.key, $event.checked ? 1 : 0)">{{
                size.name
              }}</mat-checkbox>
            } @else if (size.kind === 'length') {
              <al-length-field
                [label]="size.name"
                [fine]="true"
                [value]="size.value"
                [least]="size.least"
                [most]="size.most"
                (changed)="setSize(size.key, $event)"
              />
            } @else {
              <al-figure-field
                [label]="size.name"
                [kind]="size.kind === 'count' ? 'count' : 'angle'"
                [value]="size.value"
                [least]="size.least"
                [most]="size.most"
                (changed)="setSize(size.key, $event)"
              />
            }
          }
          @if (changed()) {
            <button type="button" matButton="outlined" (click)="asProposed()">As proposed</button>
          }
        </div>
      </div>
      <div class="ticks flow">
        <mat-checkbox [checked]="joint().loaded === true" (change)="flag('loaded', $event.checked)"
          >someone sits, stands or climbs on it</mat-checkbox
        >
        @if (lengthens()) {
          <mat-checkbox [checked]="joint().overall !== true" (change)="flag('overall', !$event.checked)"
            >lengths were given between shoulders: add the joint to them</mat-checkbox
          >
        }
        @if (joint().at === 'along') {
          <al-choice-field
            label="grain"
            [value]="crossing()"
            [choices]="crossings"
            (changed)="setCrossing($event)"
          />
        }
      </div>
      <p>
        {{ of().asked.a.name }} is <b><al-length [mm]="of().asked.a.length" /></b> long
        @if (of().asked.a.joineryMm; as added) {
          <span class="muted">, <al-length [mm]="added" /> of it in its joints</span>
        }
      </p>
      <h3 class="label">Checks</h3>
      <ul class="stack">
        @for (check of of().checks; track check.id) {
          <li [class]="check.level">
            <span class="sign strong" [attr.aria-label]="levels[check.level] + ': '">{{
              signs[check.level]
            }}</span>
            <span>
              {{ check.words }}
              @if (said(check.id); as words) {
                <span class="muted">Overruled: {{ words }}</span>
                <button type="button" matButton (click)="overrule(check.id, null)">Take it back</button>
              } @else if (check.level === 'error') {
                <al-in-words
                  ask="Overrule…"
                  label="Why it will do"
                  deed="Overrule"
                  (said)="overrule(check.id, $event)"
                />
              }
            </span>
          </li>
        }
      </ul>
      @for (caution of cautions(); track caution.danger) {
        <p class="cautious" role="note">
          <strong>{{ caution.danger }}.</strong> {{ caution.precaution }}
          <span class="muted">Who decides: {{ caution.whoDecides }}</span>
        </p>
      }
      @if (of().moves.slots.length > 0) {
        <h3 class="label">Slots</h3>
        <table class="listed">
          <thead>
            <tr>
              <th scope="col">fastener</th>
              <th scope="col">from the fixed one</th>
              <th scope="col">slot long</th>
            </tr>
          </thead>
          <tbody>
            @for (slot of of().moves.slots; track slot.name) {
              <tr>
                <td>{{ slot.name }}</td>
                <td><al-length [mm]="slot.fromFixedMm" /></td>
                <td>
                  @if (slot.fromFixedMm === 0) {
                    tight, <al-length [mm]="slot.lengthMm" />
                  } @else {
                    <b><al-length [mm]="slot.lengthMm" /></b>
                  }
                </td>
              </tr>
            }
          </tbody>
        </table>
      }
      <button type="button" matButton="outlined" class="to-start" (click)="removed.emit()">
        Delete the joint
      </button>
    </section>
  `,
  styles: `
    h2 {
      font-size: var(--heading);

      span {
        font-size: var(--text);
        font-weight: 400;
      }
    }
    .fields {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(164px, 1fr));
      gap: 10px;
    }
    .drawn {
      display: flex;
      flex-wrap: wrap;
      gap: 20px;

      .sizes {
        flex: 1 1 300px;
        align-content: start;
      }
    }
    .ticks {
      align-items: end;
      gap: 4px 18px;
    }
    li {
      display: grid;
      grid-template-columns: 22px minmax(0, 1fr);
      padding: 4px 8px;
    }
    .error,
    .caution {
      border-left: 4px solid var(--hazard);
      background: var(--surface);
    }
    .caution {
      border-left-color: var(--line);
    }
    .error .sign {
      color: var(--hazard);
    }
    th,
    td {
      padding: 2px 18px 2px 0;
    }
  `,
})
export class JointForm {
  readonly of = input.required<Chosen>();
  readonly removed = output();
  private readonly view = inject(JoineryView);
  private readonly actions = inject(JointActions);

  protected readonly kinds = JOINT_KINDS.map((value) => ({ value, name: JOINT_FACTS[value].name }));
  protected readonly places = JOINT_PLACES.map((value) => ({ value, name: PLACE_NAMES[value] }));
  protected readonly intos = JOINT_INTO.map((value) => ({ value, name: INTO_NAMES[value] }));
  protected readonly crossings = [
    { value: 'sizes', name: 'as the sizes tell' },
    { value: 'yes', name: 'crosses' },
    { value: 'no', name: 'runs alike' },
  ];
  protected readonly signs = LEVEL_SIGNS;
  protected readonly levels = LEVEL_NAMES;

  protected readonly joint = computed(() => this.of().joint);
  protected readonly parts = computed(() =>
    (this.view.project()?.parts ?? []).map(({ id, name }) => ({ value: id, name })),
  );
  protected readonly sizes = computed(() => {
    const { asked, facts } = this.of();
    return facts.sizes.map((size) => ({ ...size, value: asked.sizes[size.key] ?? 0 }));
  });
  protected readonly cautions = computed(() =>
    jointCautions(this.joint().kind, this.joint().loaded === true),
  );
  protected readonly changed = computed(() => Object.keys(this.joint().sizes ?? {}).length > 0);
  protected readonly lengthens = computed(
    () => this.of().facts.adds !== undefined && this.joint().at !== 'along',
  );
  protected readonly crossing = computed(() => {
    const { crossing } = this.joint();
    return crossing === undefined ? 'sizes' : crossing ? 'yes' : 'no';
  });

  protected said(id: string): string | undefined {
    return this.joint().overruled?.[id];
  }

  protected change(change: Partial<Joint>, label = 'change a joint'): void {
    const project = this.view.project();
    if (!project) return;
    const joint = { ...this.joint(), ...change };
    // A part is not joined to itself: the other one takes its place.
    const other = this.joint();
    const whole =
      joint.a !== joint.b
        ? joint
        : {
            ...joint,
            a: change.b === undefined ? joint.a : other.b,
            b: change.a === undefined ? joint.b : other.a,
          };
    this.actions.update(label, project, whole);
  }

  /** Another kind has other sizes, and is made in its own place. */
  protected setKind(kind: JointKind): void {
    const { sizes: _sizes, overruled: _overruled, ...rest } = this.joint();
    const { at, into } = JOINT_FACTS[kind];
    const project = this.view.project();
    if (project)
      this.actions.update(`a joint: ${JOINT_FACTS[kind].name}`, project, { ...rest, kind, at, into });
  }

  protected setSize(key: string, value: number): void {
    this.change({ sizes: { ...this.joint().sizes, [key]: value } }, 'size of a joint');
  }

  protected asProposed(): void {
    const { sizes: _sizes, ...rest } = this.joint();
    const project = this.view.project();
    if (project) this.actions.update('sizes as proposed', project, rest);
  }

  protected flag(key: 'loaded' | 'overall', on: boolean): void {
    this.change({ [key]: on });
  }

  protected setCrossing(way: string): void {
    const { crossing: _before, ...rest } = this.joint();
    const project = this.view.project();
    if (project)
      this.actions.update(
        'grain at a joint',
        project,
        way === 'sizes' ? rest : { ...rest, crossing: way === 'yes' },
      );
  }

  protected overrule(id: string, words: string | null): void {
    const { [id]: _before, ...others } = this.joint().overruled ?? {};
    this.change(
      { overruled: words === null ? others : { ...others, [id]: words.trim() } },
      words === null ? 'take an overruling back' : 'overrule a check',
    );
  }
}
