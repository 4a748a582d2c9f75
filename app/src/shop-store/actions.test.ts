// One file on purpose: all deeds share the shop that they are tried on, and its undo.
import 'fake-indexeddb/auto';
import '@angular/compiler';
import { createEnvironmentInjector, Injector, type EnvironmentInjector } from '@angular/core';
import { beforeEach, describe, expect, it } from 'vitest';
import { readPartLine, type PlannedCut, type Project, type ProjectPlan } from '@aldrek/core/project';
import { readShop } from '@aldrek/core/shop';
import {
  readTallyLine,
  type Find,
  type FindKind,
  type Haul,
  type OwnKind,
  type Piece,
} from '@aldrek/core/wood';
import { ShopDb } from '../storage/shop-db';
import { ShopRepository } from '../storage/shop-repository';
import { Ids } from './ids';
import { ProjectActions } from './project-actions';
import { RackActions } from './rack-actions';
import { SHOP_REPOSITORY, ShopStore } from './shop.store';
import { HaulActions } from './haul-actions';
import { Today } from './today';

let run = 0;
let injector: EnvironmentInjector;

beforeEach(async () => {
  const repository = new ShopRepository(new ShopDb(`actions-${++run}`));
  injector = createEnvironmentInjector(
    [
      { provide: SHOP_REPOSITORY, useValue: repository },
      { provide: Today, useValue: { get: () => '2026-03-01' } },
      ShopStore,
      Ids,
      RackActions,
      ProjectActions,
      HaulActions,
    ],
    Injector.NULL as EnvironmentInjector,
  );
  await injector.get(ShopStore).load();
});

const store = () => injector.get(ShopStore);
const rack = () => injector.get(RackActions);
const projects = () => injector.get(ProjectActions);
const tally = (line: string) => rack().tally([readTallyLine(line, 'mm')]);
const first = (): Piece => store().pieces()[0] as Piece;
const bench = (): Project => store().projects()[0] as Project;

/** Every step must leave a shop that its own reader takes back. */
const expectSound = () => {
  expect(readShop(JSON.stringify(store().shop()))).toMatchObject({ ok: true });
};

describe('pieces', () => {
  it('are tallied with tags of their own, as one step', () => {
    tally('3 slat 1195 x 98 x 18 spruce');
    tally('slat 900 x 98 x 18, tag X-9');
    expect(
      store()
        .pieces()
        .map((piece) => piece.tag),
    ).toEqual(['S-01', 'S-02', 'S-03', 'X-9']);
    store().undo();
    store().undo();
    expect(store().pieces()).toEqual([]);
    store().redo();
    expect(store().pieces()).toHaveLength(3);
  });

  it('keep their findings when rewritten, but for what lies beyond a smaller size', () => {
    tally('board 1000 x 100 x 20');
    const finding = { id: 'a', kind: 'knot' as const, face: 'A' as const, y: 10, length: 100, width: 20 };
    store().updatePiece('findings', {
      ...first(),
      findings: [
        { ...finding, x: 450 },
        { ...finding, id: 'b', x: 800 },
      ],
    });
    rack().rewrite(first(), readTallyLine('board 500 x 100 x 20', 'mm'));
    expect(first().findings).toMatchObject([{ id: 'a', x: 450, length: 50 }]);
    expect(store().undoLabel()).toBe('edit B-01, dropping 1 beyond its size');
    expectSound();
  });

  it('leave the plan that cut them short when deleted, and undo brings both back', () => {
    planned();
    rack().remove([first()]);
    expect(store().undoLabel()).toBe('delete B-01, out of the plan for Boot bench');
    expect(bench().plan).toMatchObject({ accepted: true, missing: [{ short: 1 }] });
    expect(
      store()
        .pieces()
        .every((piece) => piece.reservedFor === bench().id),
    ).toBe(true);
    expectSound();
    store().undo();
    expect(bench().plan).toMatchObject({ accepted: true, missing: [] });
    expectSound();
  });
});

function planned(): void {
  tally('2 board 1000 x 100 x 20');
  projects().create('Boot bench');
  projects().addParts(bench(), [
    readPartLine('rail 900 x 60 x 15', 'mm'),
    readPartLine('cleat 200 x 40 x 15', 'mm'),
  ]);
  const [rail, cleat] = bench().parts;
  const [one, other] = store().pieces();
  const cut = { unit: 0, x: 0, y: 0, length: 925, width: 65 };
  keep({
    cuts: [
      { ...cut, pieceId: one?.id ?? '', partId: rail?.id ?? '' },
      { ...cut, pieceId: other?.id ?? '', partId: cleat?.id ?? '' },
    ],
    coverage: 1,
    missing: [],
    spentM2: 0.2,
    atMostOver: null,
    accepted: false,
  });
  projects().accept(bench());
}

const keep = (plan: ProjectPlan): void => projects().keepPlans(new Map([[bench().id, plan]]));

describe('projects matched together', () => {
  function two(): void {
    tally('2 board 1000 x 100 x 20');
    for (const name of ['Boot bench', 'Oar rack', 'Tea counter']) {
      projects().create(name);
      const made = store().projects().at(-1);
      if (made) projects().addParts(made, [readPartLine('rail 400 x 60 x 15', 'mm')]);
    }
    projects().setTogether(bench(), [named('Oar rack').id]);
  }
  const named = (name: string): Project => {
    const found = store()
      .projects()
      .find((project) => project.name === name);
    if (!found) throw new Error(`no project ${name}`);
    return found;
  };
  const mates = (name: string): (readonly string[])[] => [named(name).together ?? []];
  /** Both rails out of the one board. */
  function sharing(): void {
    const cut = (name: string, x: number): PlannedCut => ({
      pieceId: first().id,
      partId: named(name).parts[0]?.id ?? '',
      unit: 0,
      x,
      y: 0,
      length: 425,
      width: 65,
    });
    const plan = (own: PlannedCut, other: PlannedCut): ProjectPlan => ({
      cuts: [own],
      beside: [other],
      coverage: 1,
      missing: [],
      spentM2: 0.05,
      atMostOver: null,
      accepted: false,
    });
    const [rail, other] = [cut('Boot bench', 0), cut('Oar rack', 430)];
    projects().keepPlans(
      new Map([
        [named('Boot bench').id, plan(rail, other)],
        [named('Oar rack').id, plan(other, rail)],
      ]),
    );
  }

  it('name each other, and one that leaves is named by none', () => {
    two();
    projects().setTogether(named('Oar rack'), [bench().id, named('Tea counter').id]);
    expect(mates('Boot bench')).toEqual([[named('Oar rack').id, named('Tea counter').id]]);
    expect(mates('Tea counter')).toEqual([[bench().id, named('Oar rack').id]]);
    expect(store().undoLabel()).toBe('match Oar rack with Boot bench, Tea counter');
    projects().setTogether(named('Tea counter'), []);
    expect([...mates('Boot bench'), ...mates('Oar rack'), ...mates('Tea counter')]).toEqual([
      [named('Oar rack').id],
      [bench().id],
      [],
    ]);
    projects().remove(named('Oar rack'));
    expect(mates('Boot bench')).toEqual([[]]);
    expectSound();
  });

  it('share one wish', () => {
    two();
    projects().setWanted(named('Oar rack'), 'least-work');
    expect([bench().wanted, named('Tea counter').wanted]).toEqual(['least-work', undefined]);
    projects().setTogether(bench(), [named('Tea counter').id]);
    expect([named('Tea counter').wanted, named('Oar rack').wanted]).toEqual(['least-work', 'least-work']);
  });

  it('are accepted and released at once, and a board that both cut stays reserved while one needs it', () => {
    two();
    sharing();
    projects().accept(named('Oar rack'));
    expect([bench().plan?.accepted, named('Oar rack').plan?.accepted]).toEqual([true, true]);
    expect(first().reservedFor).toBe(bench().id);
    projects().remove(bench());
    expect(first().reservedFor).toBe(named('Oar rack').id);
    expectSound();
    projects().release(named('Oar rack'));
    expect(first().reservedFor).toBeUndefined();
  });

  it('put plans by, exchange and drop them together', () => {
    two();
    sharing();
    const before = [bench().plan, named('Oar rack').plan];
    projects().putBy(bench());
    const other = (name: string): ProjectPlan => ({ ...(named(name).plan as ProjectPlan), spentM2: 9 });
    projects().keepPlans(new Map(['Boot bench', 'Oar rack'].map((name) => [named(name).id, other(name)])));
    projects().exchangePlans(named('Oar rack'));
    expect([bench().plan, named('Oar rack').plan]).toEqual(before);
    expect([bench().putBy?.spentM2, named('Oar rack').putBy?.spentM2]).toEqual([9, 9]);
    projects().dropPutBy(bench());
    expect([bench().putBy, named('Oar rack').putBy]).toEqual([undefined, undefined]);
    expectSound();
  });

  it('keep a plan only when all of it stands', () => {
    two();
    const rack = named('Oar rack');
    const [rail] = rack.parts;
    if (rail) projects().removePart(rack, rail);
    sharing();
    expect(bench().plan).toBeUndefined();
    expectSound();
  });
});

describe('plans', () => {
  it('reserve their pieces when accepted, and free them when released or deleted with the project', () => {
    planned();
    expect(
      store()
        .pieces()
        .map((piece) => piece.reservedFor),
    ).toEqual([bench().id, bench().id]);
    expectSound();
    projects().release(bench());
    expect(
      store()
        .pieces()
        .some((piece) => piece.reservedFor !== undefined),
    ).toBe(false);
    store().undo();
    projects().remove(bench());
    expect(
      store()
        .pieces()
        .some((piece) => piece.reservedFor !== undefined),
    ).toBe(false);
    expectSound();
  });

  it('stay accepted for the other parts when one that they lay out goes, and free its piece', () => {
    planned();
    const [rail] = bench().parts;
    if (rail) projects().removePart(bench(), rail);
    expect(bench().plan).toMatchObject({ accepted: true, missing: [] });
    expect(
      store()
        .pieces()
        .filter((piece) => piece.reservedFor !== undefined),
    ).toHaveLength(1);
    expectSound();
  });

  it('are not kept when what they lay out has gone meanwhile', () => {
    planned();
    const plan = bench().plan;
    projects().release(bench());
    rack().remove([first()]);
    const left = bench().plan;
    if (plan) keep({ ...plan, accepted: false });
    expect(bench().plan).toBe(left);
    expectSound();
  });
});

it('keeps a copy apart from the piece it was made from', () => {
  tally('board 1000 x 100 x 20');
  const finding = { id: 'a', kind: 'knot' as const, face: 'A' as const, x: 10, y: 10, length: 20, width: 20 };
  store().updatePiece('knot', { ...first(), findings: [finding], reservedFor: 'x' });
  rack().duplicate(first());
  const copy = store().pieces()[1];
  expect(copy).toMatchObject({ tag: 'B-02', length: 1000 });
  expect(copy?.findings[0]?.id).not.toBe('a');
  expect(copy?.reservedFor).toBeUndefined();
});

describe('hauls', () => {
  const hauls = () => injector.get(HaulActions);
  const haul = (): Haul => store().hauls()[0] as Haul;
  const find = (): Find => haul().finds[0] as Find;

  function found(kind: FindKind): void {
    hauls().create('the yard');
    hauls().addFind(haul(), kind);
  }

  it('break down in one step, and undo takes all of it back', () => {
    found('pallet');
    hauls().updateFind('place', haul(), { ...find(), place: 'bay 2', alike: 2 });
    const ids = hauls().breakDown(haul(), find());
    expect(store().pieces()).toHaveLength(ids.length);
    expect(first()).toMatchObject({
      tag: 'D-01',
      find: 'pallet',
      origin: { findId: find().id, member: 'deck board' },
      place: 'bay 2',
      since: '2026-03-01',
    });
    expect(find().brokenDown).toBe('2026-03-01');
    expect(store().undoLabel()).toBe(`break down pallet: ${ids.length} pieces`);
    expectSound();
    store().undo();
    expect(store().pieces()).toEqual([]);
    expect(find().brokenDown).toBeUndefined();
  });

  it('are followed by their pieces when they are screened or renamed', () => {
    found('post');
    hauls().breakDown(haul(), find());
    expect(first().hazards).toEqual(['maybe-preservative', 'maybe-lead', 'maybe-insects']);
    const answers = { preservative: 'yes', paint: 'none', insects: 'none' };
    hauls().updateFind('look', haul(), { ...find(), answers, name: 'mooring post' });
    expect(first()).toMatchObject({ hazards: ['preservative'], find: 'mooring post' });
    expectSound();
    store().undo();
    expect(first().hazards).toHaveLength(3);
  });

  it('leave their hazards on pieces that outlive them', () => {
    found('post');
    hauls().breakDown(haul(), find());
    hauls().remove(haul());
    expect(first().origin).toBeUndefined();
    expect(first().hazards).toContain('maybe-preservative');
    expectSound();
  });

  it('are recognised by name when a piece is tallied from one', () => {
    found('post');
    tally('beam 2000 x 145 x 70, from post');
    expect(first()).toMatchObject({ origin: { findId: find().id, member: 'beam' } });
    expect(first().hazards).toContain('maybe-preservative');
    rack().rewrite(first(), readTallyLine('beam 1900 x 145 x 70, from elsewhere, at the loft', 'mm'));
    expect(first().origin).toBeUndefined();
    expect(first().since).toBe('2026-03-01');
    expectSound();
  });

  it('can be kept as a kind of one’s own, with what was corrected', () => {
    found('pallet');
    hauls().updateFind('correct', haul(), { ...find(), corrections: { deck: { thickness: 15 } } });
    hauls().keepOwnKind('fish quay pallet', find());
    const own = store().shop().settings.ownKinds[0] as OwnKind;
    hauls().addFind(haul(), own.kind, own);
    expect(haul().finds[1]).toMatchObject({
      name: 'fish quay pallet',
      corrections: { deck: { thickness: 15 } },
    });
    hauls().addFind(haul(), own.kind, own);
    expect(haul().finds[2]?.name).toBe('fish quay pallet 2');
    expectSound();
  });
});

it('changes many pieces at once, and those that move begin to dry anew', () => {
  tally('3 slat 1195 x 98 x 18 spruce, at bay 1, since 2026-01-01');
  const [, ...two] = store().pieces();
  rack().editMany(two, { place: 'loft', moisturePct: 14 });
  expect(
    store()
      .pieces()
      .map(({ place, since }) => [place, since]),
  ).toEqual([
    ['bay 1', '2026-01-01'],
    ['loft', '2026-03-01'],
    ['loft', '2026-03-01'],
  ]);
  expect(store().undoLabel()).toBe('set place, moisture of 2 pieces');
  store().undo();
  expect(
    store()
      .pieces()
      .every(({ place }) => place === 'bay 1'),
  ).toBe(true);
});
