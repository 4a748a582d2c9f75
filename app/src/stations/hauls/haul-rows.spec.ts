import { TestBed } from '@angular/core/testing';
import { MatDatepickerInputHarness } from '@angular/material/datepicker/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { describe, expect, it } from 'vitest';
import type { Correction, SortOutcome } from '@aldrek/core/wood';
import { heard, show, textOf, withShop, write } from '../../../test-support/component';
import { HaulActions } from '../../shop-store/haul-actions';
import { HaulDetails } from './haul-details';
import { SortRow } from './sort-row';

const sort = { name: 'deck board', count: 7, length: 1200, width: 98, thickness: 18 } as SortOutcome['sort'];
const outcome = (more: Partial<SortOutcome> = {}): SortOutcome => ({
  sort,
  reckoned: sort,
  members: 7,
  broken: 0,
  each: [{ name: 'deck board', length: 1160, width: 98, thickness: 18, findings: [] }],
  pieces: 7,
  ...more,
});

describe('one sort of member in the dry run', () => {
  async function row(of: SortOutcome) {
    const shown = await show(SortRow, { outcome: of, species: 'spruce' });
    const corrected = heard<Correction>(shown.fixture.componentInstance.corrected);
    return { corrected, head: () => textOf(shown.element.querySelector('.head')), ...shown };
  }

  it('says what it comes to: pieces, from how many where some break or give more than one', async () => {
    const { head, fixture } = await row(outcome());
    expect(head()).toBe('deck board 7 pieces');
    const says = async (more: Partial<SortOutcome>) => {
      fixture.componentRef.setInput('outcome', outcome(more));
      await fixture.whenStable();
      return head();
    };
    expect(await says({ broken: 2, pieces: 5 })).toContain('5 pieces from 7');
    expect(await says({ pieces: 1, members: 1 })).toContain('1 piece');
    const [each] = outcome().each;
    if (each) expect(await says({ each: [each, each], pieces: 14 })).toContain('14 pieces from 7');
    expect(await says({ each: [], pieces: 0 })).toContain('nothing for the rack');
  });

  it('is drawn to scale, or not at all where nothing comes of it', async () => {
    const { element, fixture } = await row(outcome());
    const svg = element.querySelector('svg');
    const [wide, high] = ['width', 'height'].map((side) => Number(svg?.getAttribute(side)) - 2) as [
      number,
      number,
    ];
    expect(wide / high).toBeCloseTo(1160 / 98, 6);
    expect(wide).toBeLessThanOrEqual(180);
    fixture.componentRef.setInput('outcome', outcome({ each: [], pieces: 0 }));
    await fixture.whenStable();
    expect(element.querySelector('svg')).toBeNull();
  });

  it('tells just the figure that is corrected, and refuses more broken than there are', async () => {
    const { corrected, loader } = await row(outcome());
    const fields = await loader.getAllHarnesses(MatInputHarness);
    expect(await Promise.all(fields.map((field) => field.getValue()))).toEqual([
      '7',
      '1200',
      '98',
      '18',
      '0',
    ]);
    await write(fields[0], '9');
    await write(fields[2], '10 cm');
    await write(fields[4], '8');
    await write(fields[4], '3');
    expect(corrected).toEqual([{ count: 9 }, { width: 100 }, { broken: 3 }]);
  });
});

describe('where a haul was, and what it cost', () => {
  async function details() {
    const store = await withShop();
    TestBed.inject(HaulActions).create('the ferry yard');
    const haul = () => {
      const [first] = store.hauls();
      if (!first) throw new Error('there is a haul');
      return first;
    };
    const shown = await show(HaulDetails, { haul: haul(), currency: '€' });
    const after = async () => {
      shown.fixture.componentRef.setInput('haul', haul());
      await shown.fixture.whenStable();
    };
    const field = async (label: string | RegExp) => {
      for (const input of await shown.loader.getAllHarnesses(MatInputHarness)) {
        const id = await input.getId();
        const name = textOf(shown.element.querySelector(`label[for="${id}"]`));
        if (typeof label === 'string' ? name === label : label.test(name)) return input;
      }
      throw new Error(`no field is called ${label}`);
    };
    return { store, haul, after, field, ...shown };
  }

  it('is kept as it is written, each one step of undo, and nothing where nothing changed', async () => {
    const { store, haul, after, field } = await details();
    await write(await field('place'), 'the ferry yard beyond the lock');
    await after();
    await write(await field(/^price/), '45,50');
    await after();
    await write(await field('there and back, km'), '32');
    await after();
    await write(await field('note'), 'Bring the long bar.');
    expect(haul()).toMatchObject({
      place: 'the ferry yard beyond the lock',
      price: 45.5,
      distanceKm: 32,
      note: 'Bring the long bar.',
    });
    await after();
    await write(await field('place'), 'the ferry yard beyond the lock');
    store.undo();
    expect(haul().note).toBe('');
    store.undo();
    expect(haul().distanceKm).toBe(0);
  });

  it('asks for permission until it is said how it was given', async () => {
    const { element, loader, haul, after } = await details();
    expect(textOf(element)).toContain('Ask for permission and note who gave it');
    const how = await loader.getHarness(MatSelectHarness);
    await how.open();
    const options = await how.getOptions();
    await options[1]?.click();
    await after();
    expect(haul().leaveHow).not.toBe('not-asked');
    expect(textOf(element)).not.toContain('Ask for permission');
  });

  it('keeps its day when the field is emptied', async () => {
    const { loader, haul } = await details();
    const before = haul().date;
    const day = await loader.getHarness(MatDatepickerInputHarness);
    await day.setValue('');
    await day.blur();
    expect(haul().date).toBe(before);
  });

  it('refuses a price below nothing, and says why', async () => {
    const { field, haul, element } = await details();
    await write(await field(/^price/), '-3');
    expect(haul().price).toBe(0);
    expect(element.querySelector('mat-error')).not.toBeNull();
  });
});
