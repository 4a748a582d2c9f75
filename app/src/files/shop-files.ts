import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { asOfToday, emptyShop, photosIn, type DocumentFault, type ShopDocument } from '@aldrek/core/shop';
import { ShopStore } from '../shop-store/shop.store';
import { Notices } from '../notices/notices';
import type { StoredPhoto } from '../storage/shop-db';
import { PhotoActions } from '../shop-store/photo-actions';
import { StorageCare } from '../shop-store/storage-care';
import { Today } from '../shop-store/today';
import type { TableFile } from './csv-import';
import { FilesAtTheDoor } from './files-at-the-door';

/** The photos of the demo, which lie beside it; one that can't be had is missing, no more. */
async function demoPhotos(shop: ShopDocument): Promise<readonly StoredPhoto[]> {
  const fetched = photosIn(shop).map(async ({ id }): Promise<StoredPhoto[]> => {
    const response = await fetch(`demo/photos/${id}.jpg`).catch(() => null);
    if (response?.ok !== true) return [];
    return [{ id, type: 'image/jpeg', bytes: await response.arrayBuffer() }];
  });
  return (await Promise.all(fetched)).flat();
}

/** The whole shop in and out of the browser: export, import, the demo shop, a fresh start. */
@Injectable({ providedIn: 'root' })
export class ShopFiles {
  private readonly store = inject(ShopStore);
  private readonly dialog = inject(MatDialog);
  private readonly notices = inject(Notices);
  private readonly photos = inject(PhotoActions);
  private readonly today = inject(Today);
  private readonly care = inject(StorageCare);
  private readonly door = inject(FilesAtTheDoor);

  /** The shop as one document; with its photos in a zip where there are any. */
  async exportShop(): Promise<void> {
    const shop = this.store.shop();
    const photos = await this.photos.stored(photosIn(shop));
    const packed = await this.door.pack(shop, photos);
    save(`aldrek-shop-${this.today.get()}.${photos.length === 0 ? 'json' : 'zip'}`, packed);
    await this.care.exported();
  }

  async importShop(file: File): Promise<void> {
    await this.read(file, `import ${file.name}`, file.name);
  }

  /** The pieces as a table that spreadsheets read. */
  async exportCsv(): Promise<void> {
    const table = await this.door.packTable(this.store.pieces(), this.store.unit());
    save(`aldrek-pieces-${this.today.get()}.csv`, table);
  }

  /** Opens a table of pieces, to say which column is what before anything is brought in. */
  async importCsv(file: File): Promise<void> {
    const { CsvImport } = await import('./csv-import');
    const first = await this.door.readTable(file, {
      columns: null,
      unit: this.store.unit(),
      taken: [...this.store.tags()],
    }).result;
    if (first === null || first.lines === 0) {
      this.notices.say(`${file.name} has no rows below its headings, so there is nothing to bring in.`);
      return;
    }
    this.dialog
      .open<unknown, TableFile, number>(CsvImport, {
        data: { file, first },
        width: '900px',
        maxWidth: '96vw',
        maxHeight: '94vh',
      })
      .afterClosed()
      .subscribe((count) => {
        if (count !== undefined) this.notices.undoable(`${count} pieces are on the rack.`);
      });
  }

  async openDemo(): Promise<void> {
    const response = await fetch('demo/boathouse.json');
    if (!response.ok) {
      this.notices.say('The demo shop is not here. Start Aldrek with npm start, or reload.');
      return;
    }
    const file = new File([await response.blob()], 'the demo shop');
    // Dated from today: no promise in it lies in the past, and no wood has lain longer than it should.
    await this.read(file, 'open the demo shop', 'the demo shop', {
      change: (shop) => asOfToday(shop, this.today.get()),
      photos: demoPhotos,
    });
  }

  startEmpty(): void {
    this.replace('empty the shop', { ...emptyShop(), settings: this.store.shop().settings });
  }

  /** Opens the demo in an empty browser, where the address asks for it. */
  async openDemoIfAsked(): Promise<void> {
    if (!new URLSearchParams(location.search).has('demo')) return;
    if (this.isEmpty()) await this.openDemo();
    else this.notices.say('Your own shop is open. The demo shop is in the menu, and undo brings yours back.');
  }

  isEmpty(): boolean {
    const { hauls, pieces, projects } = this.store.shop();
    return hauls.length + pieces.length + projects.length === 0;
  }

  /** Nothing changes, and no photo is stored, unless all of the file is right. */
  private async read(
    file: File,
    label: string,
    name: string,
    more: {
      readonly change?: (shop: ShopDocument) => ShopDocument;
      readonly photos?: (shop: ShopDocument) => Promise<readonly StoredPhoto[]>;
    } = {},
  ): Promise<void> {
    const read = await this.door.read(file);
    if (read === null) {
      this.notices.say(`${name} was left; nothing in your shop has changed.`);
      return;
    }
    if (!read.ok) {
      await this.refuse(name, read.fault);
      return;
    }
    try {
      await this.photos.restore(read.value.photos);
      await this.photos.restore((await more.photos?.(read.value.shop)) ?? []);
    } catch (error) {
      const message = `can’t be stored in this browser (${String(error)}); make room, then import it again`;
      await this.refuse(name, [{ place: 'its photos', message }]);
      return;
    }
    this.replace(label, more.change?.(read.value.shop) ?? read.value.shop);
  }

  private async refuse(name: string, faults: readonly DocumentFault[]): Promise<void> {
    const { ImportFaults } = await import('./import-faults');
    this.dialog.open(ImportFaults, { data: { name, faults }, maxWidth: '680px' });
  }

  private replace(label: string, shop: ShopDocument): void {
    this.store.change(label, shop);
    const done = label.charAt(0).toUpperCase() + label.slice(1);
    // Drawing a rack of thousands is work enough for one turn of the page.
    setTimeout(() =>
      this.notices.undoable(
        `${done}: ${shop.hauls.length} hauls, ${shop.pieces.length} pieces, ${shop.projects.length} projects.`,
      ),
    );
  }
}

function save(name: string, blob: Blob): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
