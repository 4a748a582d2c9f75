import type { HarnessLoader } from '@angular/cdk/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import type { MatInputHarness } from '@angular/material/input/testing';
import {
  signal,
  type EnvironmentProviders,
  type Provider,
  type Type,
  type WritableSignal,
} from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { emptyShop, type ShopDocument } from '@aldrek/core/shop';
import { type LengthUnit } from '@aldrek/core/wood';
import { LENGTH_UNIT } from '../src/format/length-unit';
import { SHOP_REPOSITORY, ShopStore } from '../src/shop-store/shop.store';
import { ShopDb } from '../src/storage/shop-db';
import { ShopRepository } from '../src/storage/shop-repository';
import { Today } from '../src/shop-store/today';

/** A component on screen: its fixture, harnesses in it and in the overlays over it. */
export interface OnScreen<C> {
  readonly fixture: ComponentFixture<C>;
  readonly loader: HarnessLoader;
  /** For panels, menus and dialogs, which lie outside of the component. */
  readonly overlays: HarnessLoader;
  readonly element: HTMLElement;
}

/** Puts a component on screen with its inputs. */
export async function show<C>(
  component: Type<C>,
  inputs: Readonly<Record<string, unknown>> = {},
): Promise<OnScreen<C>> {
  const fixture = TestBed.createComponent(component);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  const element = fixture.nativeElement as HTMLElement;
  document.body.append(element);
  fixture.autoDetectChanges();
  await fixture.whenStable();
  return {
    fixture,
    element,
    loader: TestbedHarnessEnvironment.loader(fixture),
    overlays: TestbedHarnessEnvironment.documentRootLoader(fixture),
  };
}

/** Writes into a field and leaves it, as a hand would. */
export async function write(input: MatInputHarness | undefined, text: string): Promise<void> {
  if (!input) throw new Error('there is no such field');
  await input.setValue(text);
  await (await input.host()).dispatchEvent('change');
  await input.blur();
}

/** What an element says, its white space tidied. */
export const textOf = (element: Element | null | undefined): string =>
  (element?.textContent ?? '').replace(/\s+/g, ' ').trim();

/** What an output says, in order. */
export function heard<T>(output: { subscribe: (hear: (value: T) => void) => unknown }): T[] {
  const said: T[] = [];
  output.subscribe((value) => said.push(value));
  return said;
}

/** Lengths in a unit that the test may change. */
export function unitOf(unit: LengthUnit): WritableSignal<LengthUnit> {
  const chosen = signal(unit);
  TestBed.overrideProvider(LENGTH_UNIT, { useValue: chosen });
  return chosen;
}

/** The day on which tests happen. */
export const TEST_DAY = '2026-03-01';

let shops = 0;

/** A shop in a browser's store of its own, read and ready, as the app has it after its start. */
export async function withShop(
  shop: Partial<ShopDocument> = {},
  providers: readonly (Provider | EnvironmentProviders)[] = [],
): Promise<InstanceType<typeof ShopStore>> {
  TestBed.configureTestingModule({
    providers: [
      { provide: SHOP_REPOSITORY, useValue: new ShopRepository(new ShopDb(`spec-${++shops}`)) },
      { provide: Today, useValue: { get: () => TEST_DAY } },
      ...providers,
    ],
  });
  const store = TestBed.inject(ShopStore);
  await store.load();
  store.change('start', { ...emptyShop(), ...shop });
  return store;
}
