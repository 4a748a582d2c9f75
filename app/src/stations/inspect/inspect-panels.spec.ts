import { MatButtonHarness } from '@angular/material/button/testing';
import { MatButtonToggleGroupHarness } from '@angular/material/button-toggle/testing';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { MatChipListboxHarness } from '@angular/material/chips/testing';
import { MatFormFieldHarness } from '@angular/material/form-field/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Finding, Piece } from '@aldrek/core/wood';
import { heard, show, withShop } from '../../../test-support/component';
import { FakeWorker } from '../../../test-support/fake-worker';
import { aBoard } from '../../../test-support/made-up-piece';
import { FindingFields } from './finding-fields';
import { FindingInHand } from './finding-in-hand';
import { ShapePanel } from './shape-panel';
import { WarpPanel } from './warp-panel';
import { WoodPanel } from './wood-panel';

const NAIL: Finding = { id: 'f', kind: 'metal', face: 'A', x: 100, y: 20, length: 6, width: 6 };
const BOARD: Piece = aBoard({ findings: [NAIL] });

// Figures of what a treatment gains come from a worker; here nobody answers.
beforeEach(() => void vi.stubGlobal('Worker', FakeWorker));
afterEach(() => void vi.unstubAllGlobals());

describe('the place and size of a finding', () => {
  const fields = (finding: Finding) =>
    show(FindingFields, { finding, piece: BOARD, unit: 'mm' }).then((screen) => ({
      ...screen,
      changed: heard(screen.fixture.componentInstance.changed),
    }));

  it('are kept as they are written, within the piece; no depth is no figure', async () => {
    const { loader, changed } = await fields({ ...NAIL, depth: 12 });
    const [x, , length, , depth] = await loader.getAllHarnesses(MatInputHarness);
    const write = async (input: MatInputHarness | undefined, text: string): Promise<void> => {
      await input?.setValue(text);
      await input?.blur();
    };
    await write(x, '0');
    await write(length, '1200');
    await write(depth, '');
    expect(changed.map((finding) => [finding.x, finding.length, finding.depth])).toEqual([
      [0, 6, 12],
      [100, 6, undefined],
    ]);
    const faults = await Promise.all(
      (await loader.getAllHarnesses(MatFormFieldHarness)).map((field) => field.getTextErrors()),
    );
    expect(faults.flat()).toEqual(['from 0.1 to 1000: the piece ends there']);
  });

  it('a stain has a colour, an old finish may be free of lead', async () => {
    const stain = await fields({ ...NAIL, kind: 'stain' });
    const colour = await stain.loader.getHarness(
      MatSelectHarness.with({ selector: '[aria-label="colour of the stain"]' }),
    );
    await colour.clickOptions({ text: /blue-black/ });
    expect(stain.changed.at(-1)?.colour).toBe('blue-black');
    const finish = await fields({ ...NAIL, kind: 'old-finish' });
    await (await finish.loader.getHarness(MatCheckboxHarness)).check();
    expect(finish.changed.at(-1)?.leadFree).toBe(true);
  });
});

describe('a finding in hand', () => {
  it('is given a treatment, and metal is said to be pulled', async () => {
    await withShop({ pieces: [BOARD] });
    const { loader, fixture } = await show(FindingInHand, {
      finding: NAIL,
      piece: BOARD,
      grade: 'character',
    });
    const rewritten = heard(fixture.componentInstance.rewritten);
    const treatment = await loader.getHarness(
      MatButtonToggleGroupHarness.with({ selector: '[aria-label="Treatment"]' }),
    );
    expect((await treatment.getToggles()).length).toBeGreaterThan(1);
    const metal = await loader.getHarness(
      MatButtonToggleGroupHarness.with({ selector: '[aria-label="The metal"]' }),
    );
    await (await metal.getToggles())[1]?.check();
    expect(rewritten.at(-1)?.findings[0]?.fix).toBe('pulled');
  });

  it('is laid as a row, in pairs or singly', async () => {
    await withShop({ pieces: [BOARD] });
    const { loader, fixture } = await show(FindingInHand, {
      finding: NAIL,
      piece: BOARD,
      grade: 'character',
    });
    const rewritten = heard(fixture.componentInstance.rewritten);
    const rowOf = async (count: number): Promise<void> =>
      (
        await loader.getHarness(MatButtonHarness.with({ selector: `[aria-label="A row of ${count}"]` }))
      ).click();
    await rowOf(3);
    await (await loader.getHarness(MatCheckboxHarness)).uncheck();
    await rowOf(3);
    expect(rewritten.map(({ findings }) => findings.length)).toEqual([6, 3]);
  });
});

describe('what is noted of a piece', () => {
  it('warp: a gap, and which face is hollow', async () => {
    const store = await withShop({ pieces: [aBoard()] });
    const { loader, fixture } = await show(WarpPanel, { piece: store.pieces()[0] });
    const [cup] = await loader.getAllHarnesses(MatInputHarness);
    await cup?.setValue('3');
    await cup?.blur();
    fixture.componentRef.setInput('piece', store.pieces()[0]);
    await (
      await loader.getHarness(MatButtonHarness.with({ selector: '[aria-label="cup: hollow side"]' }))
    ).click();
    expect(store.pieces()[0]?.warp).toEqual({ cup: -3 });
  });

  it('wood: grain by a chip that can be taken back, moisture, veneer with its budget', async () => {
    const store = await withShop({ pieces: [aBoard()] });
    const { loader, fixture, element } = await show(WoodPanel, { piece: store.pieces()[0] });
    const refresh = async (): Promise<void> => {
      fixture.componentRef.setInput('piece', store.pieces()[0]);
      await fixture.whenStable();
    };
    const grain = await loader.getHarness(MatChipListboxHarness.with({ selector: '[aria-label="Grain"]' }));
    const [first] = await grain.getChips();
    await (await first?.host())?.click();
    expect(store.pieces()[0]?.grain).toBe('flat');
    await refresh();
    await (await first?.host())?.click();
    expect(store.pieces()[0]?.grain).toBeUndefined();
    await refresh();
    const [veneer, moisture] = await loader.getAllHarnesses(MatInputHarness);
    await veneer?.setValue('0.6');
    await veneer?.blur();
    await refresh();
    await moisture?.setValue('12');
    await moisture?.blur();
    await refresh();
    expect(store.pieces()[0]).toMatchObject({ veneerMm: 0.6, moisturePct: 12 });
    expect(element.textContent).toContain('may be sanded off');
  });

  it('shape: widths along the length, or why they can’t be read', async () => {
    const store = await withShop({ pieces: [aBoard()] });
    const { loader } = await show(ShapePanel, { piece: store.pieces()[0] });
    const widths = await loader.getHarness(MatInputHarness);
    const write = async (text: string): Promise<void> => {
      await widths.setValue(text);
      await (await widths.host()).dispatchEvent('change');
    };
    await write('0:76, 440');
    expect(await (await loader.getHarness(MatFormFieldHarness)).getTextErrors()).toEqual([
      expect.stringContaining('“440” has no width'),
    ]);
    await write('0:76, 440:96, 1000:76');
    expect(store.pieces()[0]).toMatchObject({ width: 96 });
    expect(store.pieces()[0]?.outline?.lower).toHaveLength(3);
  });
});
