import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { ShopFiles } from '../files/shop-files';
import { ShopStore } from '../shop-store/shop.store';
import { StorageCare } from '../shop-store/storage-care';
import { Breakage } from '../notices/breakage';
import { NewVersion } from './new-version';

/** What has to be said above every screen: what broke, what was not stored, what another tab did, what waits. */
@Component({
  selector: 'al-notice-bars',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (breakage.broken(); as broken) {
      <div class="bar flow hazard" role="alert">
        <p>
          <strong>Something in Aldrek broke: {{ broken.message }}</strong
          >. Your shop is stored in this browser as far as it was drawn. Export it if you want to be sure,
          then reload. The report says what broke and nothing of what is in the shop; it is sent nowhere.
        </p>
        <button matButton="outlined" (click)="export()">Export the shop</button>
        <button matButton="outlined" (click)="copy()">{{ copied() ?? 'Copy the report' }}</button>
        <button matButton="outlined" (click)="version.take()">Reload</button>
        <button matButton="outlined" (click)="breakage.close()">Close</button>
      </div>
    }
    @if (store.trouble(); as trouble) {
      <div class="bar flow hazard" role="alert">
        <p>{{ trouble }}</p>
        <button matButton="outlined" (click)="store.clearTrouble()">Close</button>
      </div>
    }
    @if (version.lost()) {
      <div class="bar flow hazard" role="alert">
        <p>
          The program as it was stored for offline use is damaged. A reload fetches it again; the shop stays.
        </p>
        <button matButton="outlined" (click)="version.take()">Reload</button>
      </div>
    }
    @if (store.news(); as news) {
      <div class="bar flow" role="status">
        <p>{{ news.words }}</p>
        @if (news.theirs) {
          <button matButton="outlined" (click)="takeTheirs()">Take the other tab’s</button>
        }
        <button matButton="outlined" (click)="store.clearNews()">Close</button>
      </div>
    }
    @if (version.waiting()) {
      <div class="bar flow" role="status">
        <p>A new version of Aldrek is here. It comes with the next reload; nothing in the shop changes.</p>
        <button matButton="outlined" (click)="version.take()">Reload now</button>
        <button matButton="outlined" (click)="version.later()">Later</button>
      </div>
    }
    @if (care.reminder()) {
      <div class="bar flow" role="status">
        <p>
          {{ care.state()?.changesSince }} changes since the shop was last exported. It lives in this browser
          alone: a file elsewhere keeps it if the browser or the machine is lost.
        </p>
        <button matButton="outlined" (click)="export()">Export the shop</button>
        <button matButton="outlined" (click)="care.later()">Later</button>
      </div>
    }
  `,
  styles: `
    .bar {
      padding: 8px 20px;
      background: var(--blue-tint);
      color: var(--ink);
    }
    .bar.hazard {
      background: var(--hazard-tint);
    }
    .hazard strong {
      color: var(--hazard);
    }
    p {
      flex: 1 1 320px;
      max-width: 110ch;
    }
  `,
})
export class NoticeBars {
  protected readonly store = inject(ShopStore);
  protected readonly breakage = inject(Breakage);
  protected readonly version = inject(NewVersion);
  protected readonly care = inject(StorageCare);
  private readonly files = inject(ShopFiles);
  protected readonly copied = signal<string | null>(null);

  protected export(): void {
    void this.files.exportShop();
  }

  protected copy(): void {
    this.copied.set(this.breakage.copy() ? 'Copied' : 'The browser does not let it be copied');
    setTimeout(() => this.copied.set(null), 4000);
  }

  protected takeTheirs(): void {
    const theirs = this.store.news()?.theirs;
    if (!theirs) return;
    this.store.change(theirs.label, theirs.shop(this.store.shop()));
    this.store.clearNews();
  }
}
