import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatDialogClose, MatDialogContent, MatDialogTitle } from '@angular/material/dialog';
import { MatButton } from '@angular/material/button';
import { FINDING_KINDS, findingKindFacts, HAZARD_KINDS } from '@aldrek/core/wood';

const FORMS: readonly (readonly [form: string, says: string])[] = [
  ['6 slat 1195 x 98 x 18 spruce', 'six pieces, their name, length × width × thickness, species'],
  ['stave 880 x 92>78 x 26 oak?', 'a taper from 92 to 78; the species is a guess'],
  ['post 8\' x 5 1/2" x 5/4', 'feet and inches, fractions, quarters; also cm and m'],
  ['…, bay 2    …, at the loft', 'where it lies'],
  ['…, since 2026-03-01', 'since when it has lain there'],
  ['…, from chapel pews', 'the find it came out of; hazards of a find on record follow'],
  ['…, tag X-9', 'the tag, where it shall not be the next free one'],
  ['…, mc 14    …, 14 %', 'moisture content'],
  ['…, cup 3, bow -4, crook 2, twist 5', 'warp: the gap under a straight edge; cup and bow have a sign'],
  ['…, hazard maybe-lead', 'what follows its wood; “hazard none” when someone has looked'],
  ['…, knot @600', 'a knot that begins 600 from the near end, in the middle of the width'],
  ['…, nail @46:20 @46:70', 'two nails, the second figure across from the upper edge'],
  ['…, rot @0:0 size 310x98 deep 12', 'with its size and depth'],
  ['…, stain on B @40 note "blue, a nail near"', 'on face B, with a note'],
  ['"leaf, wide" 900 x 400 x 20', 'words with commas or figures in them stand in double quotes'],
];

/** Everything that a tally line can say, by example. */
@Component({
  selector: 'al-tally-help',
  imports: [MatButton, MatDialogTitle, MatDialogContent, MatDialogClose],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>What a tally line can say</h2>
    <mat-dialog-content>
      <p>
        Sizes first, the rest after commas in any order. What is not understood is marked where it stands.
      </p>
      <dl>
        @for (form of forms; track form[0]) {
          <dt>{{ form[0] }}</dt>
          <dd>{{ form[1] }}</dd>
        }
      </dl>
      <p><strong>What may be found:</strong> {{ findings }}.</p>
      <p><strong>Hazards:</strong> {{ hazards }}.</p>
      <button type="button" matButton="filled" mat-dialog-close>Done</button>
    </mat-dialog-content>
  `,
  styles: `
    dl {
      display: grid;
      grid-template-columns: max-content minmax(0, 1fr);
      gap: 7px 18px;
      margin: 14px 0;
    }
    dt {
      color: var(--ink);
      font-weight: 600;
      white-space: pre-wrap;
    }

    p {
      margin-bottom: 10px;
    }
    @media (max-width: 600px) {
      dl {
        grid-template-columns: minmax(0, 1fr);
        gap: 2px;
      }
      dd {
        margin-bottom: 8px;
      }
    }
  `,
})
export class TallyHelp {
  protected readonly forms = FORMS;
  protected readonly findings = FINDING_KINDS.map((kind) => findingKindFacts(kind).name).join(', ');
  protected readonly hazards = HAZARD_KINDS.join(', ');
}
