import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { Explained } from '@aldrek/core/yield';
import { USUAL_RING_RADIUS_MM } from '@aldrek/core/floor';
import { lengthIn, numberIn } from '../../../format/explained-inputs';
import { LengthFigure } from '../../../format/length-figure';
import { ExplainedFigure } from '../../../ui/explained';
import { PanelState } from './panel-state';

const one = (value: number): string => String(Math.round(value * 10) / 10);

/** What the strips as they lie come to, large, each with where it comes from. */
@Component({
  selector: 'al-panel-figures',
  imports: [ExplainedFigure, LengthFigure],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (state.figures(); as now) {
      <dl class="figures">
        @if (now.joints > 0 && layers() === false) {
          <div>
            <dt>largest tone step</dt>
            <dd>
              <al-explained [of]="tone()" spoken="largest tone step">{{
                now.tone === null ? 'not known' : 'ΔE ' + round(now.tone)
              }}</al-explained>
            </dd>
          </div>
          <div>
            <dt>cup if it all moves</dt>
            <dd>
              <al-explained [of]="cup()" spoken="cup">{{
                now.cup === null ? 'not known' : round(now.cup.now) + ' mm'
              }}</al-explained>
            </dd>
          </div>
        }
        <div>
          <dt>thickness to start from</dt>
          <dd [class.short]="now.thinnest < now.startFrom - 0.05">
            <al-explained [of]="thickness()" spoken="thickness to start from"
              ><al-length [mm]="now.startFrom"
            /></al-explained>
          </dd>
        </div>
        <div>
          <dt>comes to, in width</dt>
          <dd [class.short]="now.width.over < -0.05"><al-length [mm]="now.width.comesTo" /></dd>
        </div>
        <div>
          <dt>weight, finished</dt>
          <dd>{{ now.kg === null ? 'not known' : round(now.kg) + ' kg' }}</dd>
        </div>
      </dl>
      <ul class="stack gap-2">
        @for (line of lines(); track $index) {
          <li>{{ line }}</li>
        }
      </ul>
    }
  `,
  styles: `
    dt {
      color: var(--ink-soft);
    }
    dd:not(:has(al-explained)) {
      padding-top: 4px;
    }
    dd {
      font-size: var(--large);
      font-weight: 700;
    }
    .short {
      color: var(--hazard);
    }
  `,
})
export class PanelFigures {
  protected readonly state = inject(PanelState);
  protected readonly round = one;
  protected readonly layers = computed(() => this.state.panel()?.by === 'face');

  protected readonly tone = computed((): Explained => {
    const now = this.state.figures();
    return {
      title: 'Tone step',
      formula: 'ΔE (CIEDE2000) between the tones of neighbours; the largest is told',
      inputs: [numberIn('joints of which both tones are known', now?.tonesKnown ?? 0)],
      source:
        'Tones are measured in Inspect from a photo of a freshly cut place. Below 2 hardly anyone sees it.',
      ofTheShop: false,
    };
  });
  protected readonly cup = computed((): Explained => {
    const moisture = this.state.moisture();
    const cup = this.state.figures()?.cup;
    return {
      title: 'Cup',
      formula:
        'a strip: (S_T − S_R)/100/30 · |ΔMC| · w²/(8 r); rings alternating leave that as ripples, all one way c · (W/w)²',
      inputs: [
        numberIn(`moisture now${moisture.read ? '' : ', taken for air-dry'}, %`, moisture.now),
        numberIn('it moves by, %', moisture.change),
        lengthIn('rings from the heart, taken for', USUAL_RING_RADIUS_MM),
        ...(cup ? [lengthIn('alternating', cup.alternating), lengthIn('all one way', cup.oneWay)] : []),
      ],
      source:
        'Rings that open or close by the difference of both shrinkages; the room is the one of the project.',
      ofTheShop: false,
    };
  });
  protected readonly thickness = computed((): Explained => {
    const [panel, now] = [this.state.panel(), this.state.figures()];
    return {
      title: 'Thickness to start from',
      formula: 'finished thickness + what flattening the panel takes',
      inputs: [
        lengthIn('finished', panel?.part.thickness ?? 0),
        lengthIn('flattening', now?.flattening ?? 0),
        lengthIn('the thinnest strip', now?.thinnest ?? 0),
      ],
      source:
        'Usual figures: 1.5 over flat strips, 3 where they are bowed or more than four, 6 after a failed glue-up; layers 2 for each glued face.',
      ofTheShop: false,
    };
  });

  protected readonly lines = computed(() => {
    const [panel, now] = [this.state.panel(), this.state.figures()];
    if (!panel || !now) return [];
    const { faults, width, sapwood, gap, rings, thinnest, startFrom } = now;
    const found: string[] = [];
    if (width.over < -0.05)
      found.push(`${one(-width.over)} mm short of its width: a wider strip, or one more.`);
    if (thinnest < startFrom - 0.05)
      found.push(
        `The thinnest strip has ${one(thinnest)} mm: it may not come flat and clean at ${one(panel.part.thickness)}.`,
      );
    const places = [
      ...(faults.shows > 0 ? [`${faults.shows} in sight`] : []),
      ...(faults.underside > 0 ? [`${faults.underside} on the underside`] : []),
      ...(faults.outside > 0 ? [`${faults.outside} cut away`] : []),
    ];
    found.push(places.length === 0 ? 'No finding in any strip.' : `Findings: ${places.join(', ')}.`);
    if (panel.by === 'edge' && sapwood > 0)
      found.push(`Sapwood meets heartwood at ${sapwood} ${sapwood === 1 ? 'joint' : 'joints'}.`);
    if (gap > 0.05) found.push(`Edges gape by up to ${one(gap)} mm until they are jointed.`);
    if (panel.by === 'edge' && panel.elements.length > 1)
      found.push(
        {
          alternating: 'Rings alternate: what cups stays as ripples.',
          oneWay: 'Rings all one way: one large curve, which a batten or a frame holds.',
          mixed: 'Rings lie both ways, in no order.',
          unknown: 'How the rings lie is not known: note the bark side in Inspect.',
        }[rings],
      );
    return found;
  });
}
