import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { speciesName } from '@aldrek/core/wood';
import { type Explained } from '@aldrek/core/yield';
import { ROOM_FACTS, ROOMS, type Air, type RoomId } from '@aldrek/core/floor';
import { SeasonPicture } from '../../../drawing/season-picture';
import { lengthIn, numberIn } from '../../../format/explained-inputs';
import { LengthFigure } from '../../../format/length-figure';
import { JointActions } from '../../../shop-store/joint-actions';
import { ChoiceField } from '../../../ui/choice-field';
import { ExplainedFigure } from '../../../ui/explained';
import { FigureField } from '../../../ui/figure-field';
import { JoineryView } from './joinery-view';
import { LEVEL_NAMES, LEVEL_SIGNS } from './words';

/** Outdoors water must run off between slats, mm. */
const LEAST_GAP_MM = 5;

const one = (value: number): string => String(Math.round(value * 10) / 10);
const signed = (value: number): string =>
  `${value > 0.05 ? '+' : value < -0.05 ? '−' : ''}${one(Math.abs(value))}`;

/** Where the thing will stand, how its parts move there, and what that asks of panels, slots and glue. */
@Component({
  selector: 'al-movement-tab',
  imports: [ChoiceField, ExplainedFigure, FigureField, LengthFigure, MatButton, SeasonPicture],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="tab stack">
      <div class="flow ends">
        <al-choice-field
          label="where it will stand"
          [value]="room().id"
          [choices]="rooms"
          (changed)="setRoom($event)"
        />
        @if (room().own; as own) {
          <al-figure-field
            label="driest: °C"
            [value]="own.driest.temperatureC"
            [least]="-30"
            [most]="45"
            (changed)="setAir('driest', { temperatureC: $event })"
          />
          <al-figure-field
            label="driest: humidity"
            kind="percent"
            [value]="own.driest.humidityPct"
            [least]="5"
            [most]="99"
            (changed)="setAir('driest', { humidityPct: $event })"
          />
          <al-figure-field
            label="wettest: °C"
            [value]="own.wettest.temperatureC"
            [least]="-30"
            [most]="45"
            (changed)="setAir('wettest', { temperatureC: $event })"
          />
          <al-figure-field
            label="wettest: humidity"
            kind="percent"
            [value]="own.wettest.humidityPct"
            [least]="5"
            [most]="99"
            (changed)="setAir('wettest', { humidityPct: $event })"
          />
          <button type="button" matButton="outlined" (click)="setRoom(room().id)">Back to the preset</button>
        } @else {
          <button type="button" matButton="outlined" (click)="ownReadings()">Readings of my own…</button>
        }
      </div>
      <p>
        Wood settles there at <b>{{ round(view.extremes().driest.pct) }} %</b> {{ driest() }} and at
        <b>{{ round(view.extremes().wettest.pct) }} %</b> {{ wettest() }}.
      </p>
      @if (view.boxes().length > 0) {
        <al-season-picture
          [boxes]="view.boxes()"
          [driest]="'Driest ' + driest()"
          [wettest]="'Wettest ' + wettest()"
        />
      }
      <h2 class="label">Parts, across their grain</h2>
      <div class="scroll">
        <table class="listed">
          <thead>
            <tr>
              <th scope="col">part</th>
              <th scope="col">width</th>
              <th scope="col">moisture now</th>
              <th scope="col">driest</th>
              <th scope="col">wettest</th>
              <th scope="col">in a groove, each side</th>
              <th scope="col">cut wet stock to</th>
              @if (outside()) {
                <th scope="col">gap to lay it with</th>
              }
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track row.part.id) {
              <tr>
                <td>
                  {{ row.part.name }} <span class="muted">{{ row.wood }}</span>
                </td>
                <td><al-length [mm]="row.part.width" /></td>
                @if (row.moves; as moves) {
                  <td>{{ round(moves.nowPct) }} %{{ moves.read ? '' : ', taken for air-dry' }}</td>
                  <td>
                    <al-explained [of]="row.explained" [spoken]="row.part.name + ', driest'">{{
                      sign(moves.dryMm)
                    }}</al-explained>
                  </td>
                  <td>{{ sign(moves.wetMm) }}</td>
                  <td>{{ row.panel ? round(moves.clearanceMm) + ' mm' : '' }}</td>
                  <td>{{ moves.greenWidthMm === null ? '' : round(moves.greenWidthMm) + ' mm' }}</td>
                  @if (outside()) {
                    <td>{{ row.part.qty > 1 ? round(gap(moves.wetMm)) + ' mm' : '' }}</td>
                  }
                } @else {
                  <td colspan="6" class="muted">how it moves is not known before its wood is</td>
                }
              </tr>
            }
          </tbody>
        </table>
      </div>
      <h2 class="label">At the joints</h2>
      <ul class="stack gap-4">
        @for (joint of view.joints(); track joint.joint.id) {
          <li [class]="joint.moves.level">
            <span class="sign strong" [attr.aria-label]="levels[joint.moves.level] + ': '">{{
              signs[joint.moves.level]
            }}</span>
            <span>
              <b>{{ joint.title }}</b> {{ joint.kind }}: {{ joint.moves.words }}
              @if (joint.moves.slots.length > 0) {
                <span class="muted">longest slot {{ round(longest(joint.moves.slots)) }} mm</span>
              }
            </span>
          </li>
        } @empty {
          <li class="muted">No joints yet.</li>
        }
      </ul>
      <p class="cautious" role="note">
        <strong>Both faces alike.</strong> Finish, stain or water on one face only cups a board and lifts
        veneer: give the other face the same, on the same day.
      </p>
    </div>
  `,
  styles: `
    .tab {
      padding-top: 12px;
    }
    al-choice-field {
      min-width: 240px;
    }
    al-figure-field {
      width: 130px;
    }
    .scroll {
      overflow-x: auto;
    }
    table {
      width: auto;
    }
    th,
    td {
      padding: 4px 20px 4px 0;
      vertical-align: top;
    }
    li {
      display: grid;
      grid-template-columns: 22px minmax(0, 1fr);
    }
    .error .sign,
    .caution .sign {
      color: var(--hazard);
    }
  `,
})
export class MovementTab {
  protected readonly view = inject(JoineryView);
  private readonly actions = inject(JointActions);
  protected readonly rooms = ROOMS.map((value) => ({ value, name: ROOM_FACTS[value].name }));
  protected readonly signs = LEVEL_SIGNS;
  protected readonly levels = LEVEL_NAMES;
  protected readonly round = one;
  protected readonly sign = signed;
  protected readonly room = this.view.room;

  protected readonly driest = computed(() => seasonText(this.view.extremes().driest.season));
  protected readonly wettest = computed(() => seasonText(this.view.extremes().wettest.season));

  protected readonly rows = computed(() =>
    this.view.movements().map(({ part, wood, moves }) => ({
      part,
      moves,
      panel: part.make?.kind === 'panel',
      wood: wood === null ? '' : speciesName(wood.species),
      explained: {
        title: 'Movement',
        formula:
          'width · S/100/30 · change of moisture; S is the shrinkage from green to dry across this grain',
        inputs:
          moves === null
            ? []
            : [
                lengthIn('width', part.width),
                numberIn('S, %', moves.shrinkagePct),
                numberIn('moisture now, %', moves.nowPct),
                numberIn('driest, %', this.view.extremes().driest.pct),
                numberIn('wettest, %', this.view.extremes().wettest.pct),
              ],
        source:
          'Shrinkage by species; where the grain is not noted it is taken for flat-sawn, which moves most.',
        ofTheShop: false,
      } satisfies Explained,
    })),
  );

  /** Slats in the wet are laid so far apart that a gap is left at the wettest. */
  protected readonly outside = computed(() => this.room().id === 'outdoors' || this.room().id === 'covered');
  protected gap(wetMm: number): number {
    return LEAST_GAP_MM + Math.max(0, wetMm);
  }

  protected longest(slots: readonly { readonly lengthMm: number }[]): number {
    return Math.max(...slots.map(({ lengthMm }) => lengthMm));
  }

  protected setRoom(id: RoomId): void {
    const project = this.view.project();
    if (project) this.actions.room(project, { id });
  }

  protected ownReadings(): void {
    const project = this.view.project();
    const { id } = this.room();
    const { winter, summer } = ROOM_FACTS[id];
    const dryWinter = winter.humidityPct < summer.humidityPct;
    const own = dryWinter ? { driest: winter, wettest: summer } : { driest: summer, wettest: winter };
    if (project) this.actions.room(project, { id, own });
  }

  protected setAir(which: 'driest' | 'wettest', change: Partial<Air>): void {
    const project = this.view.project();
    const { id, own } = this.room();
    if (project && own)
      this.actions.room(project, { id, own: { ...own, [which]: { ...own[which], ...change } } });
  }
}

const seasonText = (season: string | undefined): string =>
  season === undefined ? 'as you read it' : `in ${season}`;
