import { TestBed } from '@angular/core/testing';
import { MatDialogModule } from '@angular/material/dialog';
import { describe, expect, it } from 'vitest';
import { readTallyLine } from '@aldrek/core/wood';
import { show, textOf } from '../../../test-support/component';
import { TallyHelp } from './tally-help';

/** What stands before a “…”: a whole line that the rest is added to. */
const BEFORE = 'slat 1195 x 98 x 18 spruce';

async function forms(): Promise<(readonly [form: string, says: string])[]> {
  TestBed.configureTestingModule({ imports: [MatDialogModule] });
  const { element } = await show(TallyHelp);
  const says = [...element.querySelectorAll('dd')].map(textOf);
  return [...element.querySelectorAll('dt')].map((dt, i) => [dt.textContent, says[i] ?? ''] as const);
}

describe('what a tally line can say', () => {
  it('shows only what is really read, whole and without a fault', async () => {
    const all = await forms();
    expect(all.length).toBeGreaterThan(10);
    for (const [form] of all) {
      // Some show two ways to say it, side by side.
      for (const one of form.split(/ {2,}/)) {
        const line = one.startsWith('…') || one.includes('%') ? one.replace(/^…?,? ?/, `${BEFORE}, `) : one;
        const { piece, faults } = readTallyLine(line, 'mm');
        expect(faults, line).toEqual([]);
        expect(piece, line).not.toBeNull();
      }
    }
  });

  it('says what its examples come to', async () => {
    const form = new Map(await forms());
    const read = (line: string) => readTallyLine(line, 'mm').piece;
    expect(form.get('stave 880 x 92>78 x 26 oak?')).toContain(
      'a taper from 92 to 78; the species is a guess',
    );
    expect(read('stave 880 x 92>78 x 26 oak?')).toMatchObject({
      width: 92,
      widthFar: 78,
      speciesSure: 'guess',
    });
    expect(form.get('…, nail @46:20 @46:70')).toContain('two nails');
    expect(read(`${BEFORE}, nail @46:20 @46:70`)?.findings).toHaveLength(2);
    expect(form.get('…, knot @600')).toContain('begins 600 from the near end');
    expect(read(`${BEFORE}, knot @600`)?.findings[0]).toMatchObject({ kind: 'knot', x: 600 });
    expect(form.get('…, stain on B @40 note "blue, a nail near"')).toContain('on face B');
    expect(read(`${BEFORE}, stain on B @40 note "blue, a nail near"`)?.findings[0]).toMatchObject({
      face: 'B',
      note: 'blue, a nail near',
    });
  });
});
