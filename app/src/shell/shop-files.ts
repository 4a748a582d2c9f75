import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { emptyShop, readShop, type ShopDocument } from '@aldrek/core';
import { ShopStore } from '../state/shop.store';
import { Notices } from './notices';

/** The whole shop in and out of the browser: export, import, the demo shop, a fresh start. */
@Injectable({ providedIn: 'root' })
export class ShopFiles {
  private readonly store = inject(ShopStore);
  private readonly dialog = inject(MatDialog);
  private readonly notices = inject(Notices);

  exportShop(): void {
    const text = JSON.stringify(this.store.shop(), null, 2);
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([text], { type: 'application/json' }));
    link.download = `aldrek-shop-${new Date().toISOString().slice(0, 10)}.json`;
    link.click();
    setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
  }

  async importShop(file: File): Promise<void> {
    await this.read(await file.text(), `import ${file.name}`, file.name);
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
    const { ImportFaults } = await import('./import-faults');
    this.dialog.open(ImportFaults, { data: { name, faults: shop.fault }, maxWidth: '680px' });
  }

  private replace(label: string, shop: ShopDocument): void {
    this.store.change(label, shop);
    const done = label.charAt(0).toUpperCase() + label.slice(1);
    this.notices.undoable(
      `${done}: ${shop.hauls.length} hauls, ${shop.pieces.length} pieces, ${shop.projects.length} projects.`,
    );
  }
}
