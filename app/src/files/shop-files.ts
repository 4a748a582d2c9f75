import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { emptyShop, pieceTable, readShop, type DocumentFault, type ShopDocument } from '@aldrek/core';
import { ShopStore } from '../state/shop.store';
import { Notices } from '../shell/notices';
import { PhotoActions } from '../state/photo-actions';
import { Today } from '../state/today';
import type { TableFile } from './csv-import';

/** The whole shop in and out of the browser: export, import, the demo shop, a fresh start. */
@Injectable({ providedIn: 'root' })
export class ShopFiles {
  private readonly store = inject(ShopStore);
  private readonly dialog = inject(MatDialog);
  private readonly notices = inject(Notices);
  private readonly photos = inject(PhotoActions);
  private readonly today = inject(Today);

  /** The shop as one document; with its photos in a zip where there are any. */
  async exportShop(): Promise<void> {
    const shop = this.store.shop();
    const text = JSON.stringify(shop, null, 2);
    const photos = await this.photos.stored([
      ...shop.hauls.flatMap((haul) => haul.photos),
      ...shop.pieces.flatMap((piece) => piece.photos ?? []),
    ]);
    const name = `aldrek-shop-${this.today.get()}`;
    if (photos.length === 0) {
      save(`${name}.json`, new Blob([text], { type: 'application/json' }));
      return;
    }
    const { packShop } = await import('./shop-archive');
    save(`${name}.zip`, new Blob([packShop(text, photos)], { type: 'application/zip' }));
  }

  async importShop(file: File): Promise<void> {
    const bytes = new Uint8Array(await file.arrayBuffer());
    const { isZip, unpackShop } = await import('./shop-archive');
    const label = `import ${file.name}`;
    if (!isZip(bytes)) {
      await this.read(new TextDecoder().decode(bytes), label, file.name);
      return;
    }
    const archive = unpackShop(bytes);
    if (!archive) {
      const message = 'there is no shop.json in it, or it was cut short';
      await this.refuse(file.name, [{ place: 'the zip', message }]);
      return;
    }
    await this.photos.restore(archive.photos);
    await this.read(archive.document, label, file.name);
  }

  /** The pieces as a table that spreadsheets read. */
  async exportCsv(): Promise<void> {
    const { toCsv } = await import('./csv');
    const table = pieceTable(this.store.pieces(), this.store.unit());
    save(`aldrek-pieces-${this.today.get()}.csv`, new Blob([toCsv(table)], { type: 'text/csv' }));
  }

  /** Opens a table of pieces, to say which column is what before anything is brought in. */
  async importCsv(file: File): Promise<void> {
    const [{ fromCsv }, { CsvImport }] = await Promise.all([import('./csv'), import('./csv-import')]);
    const rows = fromCsv(await file.text());
    if (rows.length < 2) {
      this.notices.say(`${file.name} has no rows below its headings, so there is nothing to bring in.`);
      return;
    }
    this.dialog
      .open<unknown, TableFile, number>(CsvImport, {
        data: { name: file.name, rows },
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
    await this.read(await response.text(), 'open the demo shop', 'the demo shop');
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

  /** Nothing changes unless all of the file is right. */
  private async read(text: string, label: string, name: string): Promise<void> {
    const shop = readShop(text);
    if (shop.ok) {
      this.replace(label, shop.value);
      return;
    }
    await this.refuse(name, shop.fault);
  }

  private async refuse(name: string, faults: readonly DocumentFault[]): Promise<void> {
    const { ImportFaults } = await import('./import-faults');
    this.dialog.open(ImportFaults, { data: { name, faults }, maxWidth: '680px' });
  }

  private replace(label: string, shop: ShopDocument): void {
    this.store.change(label, shop);
    const done = label.charAt(0).toUpperCase() + label.slice(1);
    this.notices.undoable(
      `${done}: ${shop.hauls.length} hauls, ${shop.pieces.length} pieces, ${shop.projects.length} projects.`,
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
