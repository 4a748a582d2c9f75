import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatTooltip } from '@angular/material/tooltip';
import { mdiMenu, mdiRedo, mdiUndo, mdiWeatherNight, mdiWhiteBalanceSunny } from '@mdi/js';
import { filter, map } from 'rxjs';
import type { LengthUnit } from '@aldrek/core/wood';
import { Icon } from '../ui/icon';
import { exportInWords, StorageCare, storageInWords, type StorageState } from '../shop-store/storage-care';
import { ClockChip } from '../clocks/clock-chip';
import { InstrumentTray } from '../instruments/instrument-tray';
import { Instruments } from '../instruments/instruments';
import { ShopStore } from '../shop-store/shop.store';
import type { Choice } from '../ui/choice-field';
import type { Command, CommandSources } from '../keys/command-list';
import { Keys } from '../keys/keys';
import { NoticeBars } from './notice-bars';
import { Scheme } from './scheme';
import { ShopFiles } from '../files/shop-files';
import { STATIONS } from '../keys/stations';
import { ToggleField } from '../ui/toggle-field';

/** The palette is fetched so long after the start, ms. */
const PALETTE_AHEAD_MS = 3000;

/** The frame of every screen: the stations on their chalk line, units, undo, and the shop's menu. */
@Component({
  selector: 'al-shell',
  imports: [
    ClockChip,
    MatButton,
    MatIconButton,
    MatTooltip,
    RouterOutlet,
    RouterLink,
    RouterLinkActive,
    MatMenu,
    MatMenuItem,
    MatMenuTrigger,
    Icon,
    InstrumentTray,
    NoticeBars,
    ToggleField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './shell.html',
  styleUrl: './shell.scss',
})
export class Shell {
  protected readonly store = inject(ShopStore);
  protected readonly files = inject(ShopFiles);
  protected readonly care = inject(StorageCare);
  protected readonly scheme = inject(Scheme);
  protected readonly instruments = inject(Instruments);
  private readonly router = inject(Router);
  private readonly keys = inject(Keys);
  private readonly dialog = inject(MatDialog);

  protected readonly stations = STATIONS;
  protected readonly units: readonly Choice<LengthUnit>[] = [
    { value: 'mm', name: 'mm' },
    { value: 'inch', name: 'inch' },
  ];
  protected readonly icons = { mdiMenu, mdiRedo, mdiUndo };
  protected readonly schemeIcon = computed(() =>
    this.scheme.dark() ? mdiWhiteBalanceSunny : mdiWeatherNight,
  );

  /** Whether glue has started a clock that may still run. */
  protected readonly hasClocks = computed(() =>
    this.store.entries().some(({ clock }) => clock !== undefined && clock.discarded !== true),
  );

  private readonly url = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map((event) => event.urlAfterRedirects),
    ),
    { initialValue: '/rack' },
  );
  protected readonly here = computed(() =>
    STATIONS.findIndex((station) => this.url().startsWith(station.path)),
  );

  constructor() {
    this.keys.use({
      title: 'Everywhere',
      bindings: [
        ...STATIONS.map((station, i) => ({
          keys: [String(i + 1), `alt+${i + 1}`],
          shown: `${i + 1} or Alt ${i + 1}`,
          does: station.name,
          run: () => void this.router.navigate([station.path]),
        })),
        { keys: ['ctrl+z'], shown: 'Ctrl Z', does: 'undo', run: () => this.store.undo() },
        { keys: ['ctrl+y'], shown: 'Ctrl Y', does: 'redo', run: () => this.store.redo() },
        { keys: ['u'], shown: 'U', does: 'mm or inch', run: () => this.switchUnit() },
        { keys: ['?'], shown: '?', does: 'all keys', run: () => void this.openKeySheet() },
        {
          keys: ['ctrl+k', '/'],
          shown: 'Ctrl K or /',
          does: 'go to, or do',
          palette: false,
          run: () => void this.openPalette(),
        },
      ],
    });
    // A page that is closed while a change is on its way to the disk asks first.
    const hold = (event: BeforeUnloadEvent): void => {
      if (this.store.storing() > 0) event.preventDefault();
    };
    addEventListener('beforeunload', hold);
    inject(DestroyRef).onDestroy(() => removeEventListener('beforeunload', hold));
    void this.files.openDemoIfAsked();
    // What is typed right after Ctrl K should not find the palette still on its way.
    setTimeout(() => void import('../keys/command-palette').catch(() => undefined), PALETTE_AHEAD_MS);
  }

  protected setUnit(unit: LengthUnit): void {
    this.store.setUnit(unit);
  }

  private switchUnit(): undefined {
    this.store.setUnit(this.store.unit() === 'mm' ? 'inch' : 'mm');
  }

  protected lookAtStorage(): void {
    void this.care.look();
  }

  protected readonly storageWords = storageInWords;

  protected exportWords(state: StorageState): string {
    return exportInWords(state, Date.now());
  }

  protected async openKeySheet(): Promise<void> {
    const { KeySheet } = await import('../keys/key-sheet');
    this.dialog.open(KeySheet, { maxWidth: '860px' });
  }

  /** Everything by its name. What is chosen is done once the palette is gone, on what had the focus before. */
  protected async openPalette(): Promise<void> {
    const { CommandPalette } = await import('../keys/command-palette');
    const action = (name: string, run: () => unknown): Command => ({ id: name, name, about: 'shop', run });
    const data: CommandSources = {
      stations: STATIONS,
      pieces: this.store.pieces(),
      projects: this.store.projects(),
      keys: this.keys.sheet(),
      actions: [
        action('Export the shop to a file', () => this.files.exportShop()),
        action('Export pieces as CSV', () => this.files.exportCsv()),
        action('Find a piece by its label', () => this.scan()),
        action('Settings: machines, saws, grades, prices', () => this.openSettings()),
        action('Instruments', () => this.instruments.toggle()),
        action('Light or dark', () => this.scheme.toggle()),
        action('Open the demo shop', () => this.files.openDemo()),
      ],
      go: (path) => this.router.navigate([...path]),
    };
    this.dialog
      .open<unknown, CommandSources, Command>(CommandPalette, {
        data,
        width: '560px',
        maxWidth: '94vw',
        position: { top: '12vh' },
        ariaLabel: 'Go to, or do',
      })
      .afterClosed()
      .subscribe((command) => command?.run());
  }

  protected openSettings(): void {
    void this.router.navigate(['/settings']);
  }

  protected async pickTable(input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    if (file) await this.files.importCsv(file);
    input.value = '';
  }

  /** By its label to a piece: it is opened to be inspected. */
  protected async scan(): Promise<void> {
    const { ScanSheet } = await import('../labels/scan-sheet');
    this.dialog
      .open<unknown, undefined, string>(ScanSheet, { maxWidth: '520px' })
      .afterClosed()
      .subscribe((id) => {
        if (id !== undefined) void this.router.navigate(['/inspect', id]);
      });
  }

  protected async pickFile(input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    if (file) await this.files.importShop(file);
    input.value = '';
  }
}
