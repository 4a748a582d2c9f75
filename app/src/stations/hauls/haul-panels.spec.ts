import { MatButtonHarness } from '@angular/material/button/testing';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { MatStepperHarness } from '@angular/material/stepper/testing';
import { MatFormFieldHarness } from '@angular/material/form-field/testing';
import { describe, expect, it } from 'vitest';
import type { Find, FindKind } from '@aldrek/core/wood';
import { heard, show } from '../../../test-support/component';
import { FindMeasures } from './find-measures';
import { FindScreening } from './find-screening';
import { KeptWholeFields } from './kept-whole-fields';

const find = (kind: FindKind, more: Partial<Find> = {}): Find =>
  ({
    id: 'find',
    kind,
    name: 'a find',
    alike: 1,
    species: 'unknown',
    speciesSure: 'guess',
    condition: 'worn',
    measures: {},
    corrections: {},
    answers: {},
    place: '',
    kept: [],
    ...more,
  }) as Find;

describe('the check before loading', () => {
  it('asks one question after another, and one that was answered can be opened again', async () => {
    const { loader, fixture } = await show(FindScreening, { find: find('post') });
    const changed = heard(fixture.componentInstance.changed);
    const stepper = await loader.getHarness(MatStepperHarness);
    const steps = await stepper.getSteps();
    expect(steps.length).toBeGreaterThan(2);
    expect(await steps[0]?.isSelected()).toBe(true);
    const answers = await steps[0]?.getAllHarnesses(MatButtonHarness);
    await answers?.[0]?.click();
    const [answered] = changed;
    expect(Object.keys(answered?.answers ?? {})).toHaveLength(1);
    fixture.componentRef.setInput('find', answered);
    await fixture.whenStable();
    expect(await steps[1]?.isSelected()).toBe(true);
    await steps[0]?.select();
    expect(await steps[0]?.isSelected()).toBe(true);
  });

  it('says what an open question forbids, and reads a pallet’s mark or says why not', async () => {
    const { loader, fixture, element } = await show(FindScreening, { find: find('pallet') });
    const changed = heard(fixture.componentInstance.changed);
    expect(element.textContent).toMatch(/as long as .* open/);
    expect(element.textContent).toContain('Never:');
    const mark = await loader.getHarness(MatInputHarness);
    const write = async (text: string): Promise<void> => {
      await mark.setValue(text);
      await (await mark.host()).dispatchEvent('change');
    };
    await write('NL-123 HT MB');
    expect((await (await loader.getHarness(MatFormFieldHarness)).getTextErrors()).length).toBe(1);
    await write('NL-123 HT');
    expect(changed.at(-1)?.mark).toMatchObject({ treatment: 'HT' });
  });
});

describe('the measures of a find', () => {
  it('show what differs often, keep what is right, and show the rest when asked', async () => {
    const { loader, fixture } = await show(FindMeasures, { find: find('pallet') });
    const changed = heard(fixture.componentInstance.changed);
    const before = (await loader.getAllHarnesses(MatInputHarness)).length;
    const [length] = await loader.getAllHarnesses(MatInputHarness);
    await length?.setValue('1.1 m');
    await length?.blur();
    expect(changed.map(({ value }) => value)).toEqual([1100]);
    await (await loader.getHarness(MatButtonHarness.with({ text: /seldom differ/ }))).click();
    expect((await loader.getAllHarnesses(MatInputHarness)).length).toBeGreaterThan(before);
  });

  it('ask for the signs of veneer where a table top may have one', async () => {
    const { loader, fixture } = await show(FindMeasures, { find: find('furniture') });
    const changed = heard(fixture.componentInstance.changed);
    const signs = await loader.getAllHarnesses(MatSelectHarness);
    await signs[0]?.clickOptions({ text: 'side grain at an end' });
    expect(changed.at(-1)?.value).toBe(2);
  });
});

describe('a find kept whole', () => {
  it('is weighed only when asked, with its chance in per cent', async () => {
    const { loader, fixture } = await show(KeptWholeFields, { find: find('barrel'), currency: '€' });
    const changed = heard(fixture.componentInstance.changed);
    await (await loader.getHarness(MatCheckboxHarness)).check();
    expect(changed.at(-1)).toMatchObject({ worth: 0, chance: 0.5 });
    fixture.componentRef.setInput('find', find('barrel', { whole: changed.at(-1) as never }));
    await fixture.whenStable();
    const [, chance] = await loader.getAllHarnesses(MatInputHarness);
    expect(await chance?.getValue()).toBe('50');
    await chance?.setValue('80');
    await chance?.blur();
    expect(changed.at(-1)?.chance).toBeCloseTo(0.8);
  });
});
