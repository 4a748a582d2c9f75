import { TestKey } from '@angular/cdk/testing';
import { MatDialogRef } from '@angular/material/dialog';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatFormFieldHarness } from '@angular/material/form-field/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { show, textOf, withShop } from '../../test-support/component';
import { aBoard } from '../../test-support/made-up-piece';
import { ScanSheet } from './scan-sheet';
import { codeOfTag } from './tag-code';

async function sheet() {
  const ref = { close: vi.fn() };
  await withShop({ pieces: [aBoard({ id: 'p1', tag: 'P-01' }), aBoard({ id: 'b7', tag: 'B-07' })] }, [
    { provide: MatDialogRef, useValue: ref },
  ]);
  const shown = await show(ScanSheet);
  const input = await shown.loader.getHarness(MatInputHarness);
  const press = async (text: string) =>
    (await shown.loader.getHarness(MatButtonHarness.with({ text }))).click();
  const faults = async () => (await shown.loader.getHarness(MatFormFieldHarness)).getTextErrors();
  return { ...shown, ref, input, press, faults };
}

/** What the browser says when it is asked for its camera. */
function camera(getUserMedia: () => Promise<unknown>): void {
  Object.defineProperty(navigator, 'mediaDevices', { configurable: true, value: { getUserMedia } });
}

afterEach(() => {
  Reflect.deleteProperty(navigator, 'mediaDevices');
  vi.restoreAllMocks();
});

describe('finding a piece by its label', () => {
  it.each([
    ['as it is written', 'B-07'],
    ['in small letters', 'b-07'],
    ['by what its code says', codeOfTag('B-07')],
  ])('%s', async (_, written) => {
    const { ref, input, press } = await sheet();
    await input.setValue(written);
    await press('Show it');
    expect(ref.close).toHaveBeenCalledWith('b7');
  });

  it('by Enter, as a scanner that types would', async () => {
    const { ref, input } = await sheet();
    await input.setValue('P-01');
    await (await input.host()).sendKeys(TestKey.ENTER);
    expect(ref.close).toHaveBeenCalledWith('p1');
  });

  it('says what is wrong with a tag that no piece bears, until it is written anew', async () => {
    const { ref, input, press, faults } = await sheet();
    await press('Show it');
    expect(await faults()).toEqual(['Write a tag, such as P-01.']);
    await input.setValue('Q-99');
    expect(await faults()).toEqual([]);
    await press('Show it');
    expect(await faults()).toEqual(['No piece bears the tag Q-99.']);
    expect(ref.close).not.toHaveBeenCalled();
  });

  it('says so where no camera may be used, and typing goes on', async () => {
    camera(() => Promise.reject(new Error('no')));
    const { ref, input, press, element, fixture } = await sheet();
    await press('Use the camera');
    await fixture.whenStable();
    expect(textOf(element.querySelector('.fault'))).toBe(
      'There is no camera that this page may use. Type the tag instead.',
    );
    await input.setValue('P-01');
    await press('Show it');
    expect(ref.close).toHaveBeenCalledWith('p1');
  });

  it('lets go of the camera when it closes', async () => {
    const stop = vi.fn();
    camera(() => Promise.resolve({ getTracks: () => [{ stop }] }));
    vi.spyOn(HTMLMediaElement.prototype, 'play').mockResolvedValue(undefined);
    const { press, fixture, element } = await sheet();
    await press('Use the camera');
    await vi.waitFor(() => expect(textOf(element)).toContain('Hold the label'), { timeout: 10_000 });
    fixture.destroy();
    expect(stop).toHaveBeenCalled();
  });
});
