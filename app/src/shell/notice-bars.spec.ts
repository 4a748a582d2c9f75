import { signal } from '@angular/core';
import { MatButtonHarness } from '@angular/material/button/testing';
import { describe, expect, it, vi } from 'vitest';
import { show, withShop } from '../../test-support/component';
import { ShopFiles } from '../files/shop-files';
import { Breakage } from '../notices/breakage';
import { StorageCare } from '../shop-store/storage-care';
import { NewVersion } from './new-version';
import { NoticeBars } from './notice-bars';

const world = () => ({
  breakage: {
    broken: signal<{ message: string } | null>(null),
    close: vi.fn(),
    copyReport: vi.fn(() => true),
    copy: vi.fn(() => true),
  },
  version: { lost: signal(false), waiting: signal(false), take: vi.fn(), later: vi.fn() },
  care: {
    reminder: signal(false),
    state: signal({ changesSince: 150 }),
    later: vi.fn(),
  },
  files: { exportShop: vi.fn(() => Promise.resolve()) },
});

async function bars() {
  const { breakage, version, care, files } = world();
  await withShop({}, [
    { provide: Breakage, useValue: breakage },
    { provide: NewVersion, useValue: version },
    { provide: StorageCare, useValue: care },
    { provide: ShopFiles, useValue: files },
  ]);
  const shown = await show(NoticeBars);
  const press = async (name: string) =>
    (await shown.loader.getHarness(MatButtonHarness.with({ text: name }))).click();
  return { breakage, version, care, files, press, ...shown };
}

describe('what has to be said above every screen', () => {
  it('is nothing while all is well', async () => {
    const { element } = await bars();
    expect(element.textContent.trim()).toBe('');
  });

  it('says what broke as an alert, offers the export first, and can be closed', async () => {
    const { breakage, files, element, press, fixture } = await bars();
    breakage.broken.set({ message: 'a figure was no figure' });
    await fixture.whenStable();
    const alert = element.querySelector('[role="alert"]');
    expect(alert?.textContent).toContain('Something in Aldrek broke: a figure was no figure');
    await press('Export the shop');
    expect(files.exportShop).toHaveBeenCalledOnce();
    await press('Close');
    expect(breakage.close).toHaveBeenCalledOnce();
  });

  it('announces a new version without a hurry', async () => {
    const { version, element, press, fixture } = await bars();
    version.waiting.set(true);
    await fixture.whenStable();
    expect(element.querySelector('[role="status"]')?.textContent).toContain('comes with the next reload');
    await press('Later');
    expect(version.later).toHaveBeenCalledOnce();
    await press('Reload now');
    expect(version.take).toHaveBeenCalledOnce();
  });

  it('says that the stored program is damaged, and that the shop stays', async () => {
    const { version, element, fixture } = await bars();
    version.lost.set(true);
    await fixture.whenStable();
    expect(element.querySelector('[role="alert"]')?.textContent).toContain('the shop stays');
  });

  it('asks for an export after many changes, and goes away when told to', async () => {
    const { care, element, press, fixture } = await bars();
    care.reminder.set(true);
    await fixture.whenStable();
    expect(element.textContent).toContain('150 changes since the shop was last exported');
    await press('Later');
    expect(care.later).toHaveBeenCalledOnce();
  });
});
