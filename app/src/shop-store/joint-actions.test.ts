import 'fake-indexeddb/auto';
import '@angular/compiler';
import { createEnvironmentInjector, Injector, type EnvironmentInjector } from '@angular/core';
import { beforeEach, describe, expect, it } from 'vitest';
import { designById, readPartLine, type Project } from '@aldrek/core/project';
import { readShop } from '@aldrek/core/shop';
import { ShopDb } from '../storage/shop-db';
import { ShopRepository } from '../storage/shop-repository';
import { Ids } from './ids';
import { JointActions } from './joint-actions';
import { ProjectActions } from './project-actions';
import { SHOP_REPOSITORY, ShopStore } from './shop.store';
import { Today } from './today';

let run = 0;
let injector: EnvironmentInjector;

beforeEach(async () => {
  const repository = new ShopRepository(new ShopDb(`joints-${++run}`));
  injector = createEnvironmentInjector(
    [
      { provide: SHOP_REPOSITORY, useValue: repository },
      { provide: Today, useValue: { get: () => '2026-03-01' } },
      ShopStore,
      Ids,
      JointActions,
      ProjectActions,
    ],
    Injector.NULL as EnvironmentInjector,
  );
  await injector.get(ShopStore).load();
});

const store = () => injector.get(ShopStore);
const projects = () => injector.get(ProjectActions);
const joints = () => injector.get(JointActions);
const only = (): Project => store().projects()[0] as Project;
const part = (name: string) => only().parts.find((one) => one.name === name);
const expectSound = () => expect(readShop(JSON.stringify(store().shop()))).toMatchObject({ ok: true });
const add = (...lines: string[]) => {
  projects().addParts(
    only(),
    lines.map((line) => readPartLine(line, 'mm')),
  );
};

describe('joints of a project', () => {
  it('come with a design, and leave its sizes as they are', () => {
    projects().createFrom(designById('bench') as NonNullable<ReturnType<typeof designById>>, {
      L: 1300,
      D: 480,
    });
    expect(only().joints?.map(({ kind }) => kind)).toEqual(['mortise', 'mortise', 'screw']);
    expect(part('long apron')?.length).toBe(1140);
    expectSound();
  });

  it('lengthen their part, follow the part that they go into, and go with it', () => {
    projects().create('Bench');
    add('2 rail 1100 x 80 x 24', '4 leg 430 x 60 x 45');
    const [rail, leg] = only().parts;
    joints().add(only(), { kind: 'mortise', a: rail?.id ?? '', b: leg?.id ?? '', at: 'ends', into: 'edge' });
    expect(part('rail')).toMatchObject({ length: 1180, joineryMm: 80 });
    expectSound();
    // A wider leg takes a longer tenon.
    projects().updatePart(only(), { ...(part('leg') as NonNullable<ReturnType<typeof part>>), width: 90 });
    expect(part('rail')).toMatchObject({ length: 1220, joineryMm: 120 });
    projects().removePart(only(), part('leg') as NonNullable<ReturnType<typeof part>>);
    expect(part('rail')?.length).toBe(1100);
    expect(only().joints).toEqual([]);
    for (let i = 0; i < 3; i++) store().undo();
    expect(part('rail')).toMatchObject({ length: 1100 });
    expect(part('rail')?.joineryMm).toBeUndefined();
  });
});

describe('parts that are too short for the planer', () => {
  it('are planned so many to a blank from the start, and stay single once they are taken apart', () => {
    projects().create('Rack');
    add('6 peg 110 x 40 x 20', '2 rail 900 x 70 x 20', 'cleat 110 x 40 x 20');
    expect(part('peg')).toMatchObject({ qty: 2, blank: { k: 3, length: 110, qty: 6 } });
    expect(part('rail')?.blank).toBeUndefined();
    // One alone makes no blank.
    expect(part('cleat')?.blank).toBeUndefined();
    expectSound();
  });

  it('are blanks in a design too; a shop of hand tools needs none', () => {
    const bench = designById('bench') as NonNullable<ReturnType<typeof designById>>;
    projects().createFrom(bench, { L: 1300, D: 340 });
    expect(part('end apron')?.blank).toMatchObject({ k: 2, length: 220 });
    projects().setDesign(only(), bench, { L: 1300, D: 360 });
    expect(part('end apron')?.blank).toMatchObject({ k: 2, length: 240 });
    const shop = store().shop();
    const machines = { ...shop.settings.machines, handTools: true };
    store().change('hand tools', { ...shop, settings: { ...shop.settings, machines } });
    projects().createFrom(bench, { L: 1300, D: 340 });
    expect(
      store()
        .projects()[1]
        ?.parts.some(({ blank }) => blank !== undefined),
    ).toBe(false);
  });
});
