import { Location } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  linkedSignal,
  signal,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatListItem, MatNavList } from '@angular/material/list';
import { RouterLink } from '@angular/router';
import { DEFAULT_SETTINGS } from '@aldrek/core/shop';
import { Keys } from '../keys/keys';
import { ShopStore } from '../shop-store/shop.store';
import { byPortions, TYPING_RESTS_MS } from '../ui/by-frames';
import { SETTING_PAGES, settingsFound } from './setting-figures';
import type { SettingGroup } from './setting-shape';
import { WORKSHOP_PAGE } from './workshop-figures';
import { SettingGroupFields } from './setting-group';
import { WorkshopSetting } from './workshop-setting';

/** More figures than this are no answer to a search. */
const MOST_SHOWN = 36;
/** Fields built with the key that finds them, and in each frame once the typing rests: no key waits for all. */
const BUILT_A_FRAME = 3;

/**
 * How this shop works: machines, habits, prices, and every assumption that an estimate, a plan or a verdict
 * rests on. One screen, which can be searched; what is changed is kept at once and can be undone.
 */
@Component({
  selector: 'al-settings-page',
  imports: [
    MatButton,
    MatFormField,
    MatInput,
    MatListItem,
    MatNavList,
    RouterLink,
    SettingGroupFields,
    WorkshopSetting,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'scrolls' },
  template: `
    <div class="settings">
      <aside>
        <h1>How this shop works</h1>
        <mat-form-field subscriptSizing="dynamic">
          <input
            #search
            matInput
            type="search"
            aria-label="Search the settings"
            placeholder="Search  S"
            [value]="words()"
            (input)="words.set(search.value)"
            (keydown.escape)="words.set(''); search.blur()"
          />
        </mat-form-field>
        <mat-nav-list aria-label="Pages of the settings">
          @for (page of pages; track page.name) {
            <a
              mat-list-item
              routerLink="/settings"
              [queryParams]="{ page: page.name }"
              replaceUrl
              [activated]="!searching() && page === chosen()"
              [attr.aria-current]="!searching() && page === chosen() ? 'page' : null"
              (click)="words.set('')"
              >{{ page.name }}</a
            >
          }
        </mat-nav-list>
        <div class="row flow">
          <button type="button" matButton="filled" (click)="back()">Done</button>
          <button type="button" matButton="outlined" (click)="reset()">All to the starting points</button>
        </div>
      </aside>
      <section [attr.aria-label]="searching() ? 'Found' : chosen().name">
        <p class="muted" role="status">
          @if (searching()) {
            {{
              count() === 0
                ? 'No setting has “' + words().trim() + '”.'
                : count() + ' found.' + (count() > most ? ' The first ' + most + ' are shown.' : '')
            }}
          } @else {
            Every estimate, plan and verdict rests on these. Lengths in
            {{ store.unit() === 'mm' ? 'mm' : 'inches' }}; what you change is kept at once and can be undone.
          }
        </p>
        @if (!searching() && chosen().name === workshopPage) {
          <al-workshop-setting />
        }
        @for (group of groups(); track group.name) {
          <al-setting-group [group]="group" />
        }
      </section>
    </div>
  `,
  styles: `
    .settings {
      display: grid;
      grid-template-columns: 250px minmax(0, 1fr);
      height: 100%;
    }
    aside {
      padding: 18px;
      display: grid;
      align-content: start;
      gap: 12px;
      overflow: auto;
      background: var(--surface);
      border-inline-end: 1px solid var(--line);
    }
    section {
      padding: 18px 24px 40px;
      display: grid;
      align-content: start;
      gap: 22px;
      overflow: auto;
    }
    @media (max-width: 700px) {
      .settings {
        grid-template-columns: minmax(0, 1fr);
        height: auto;
      }
      section {
        padding: 14px;
      }
      mat-nav-list {
        display: flex;
        flex-wrap: wrap;
      }
      mat-nav-list a {
        width: auto;
      }
    }
  `,
})
export class SettingsPage {
  /** The page that the address asks for, and words to look for. */
  readonly page = input<string>();
  readonly find = input<string>();

  protected readonly store = inject(ShopStore);
  private readonly location = inject(Location);
  private readonly searchField = viewChild.required<ElementRef<HTMLInputElement>>('search');
  protected readonly pages = SETTING_PAGES;
  protected readonly workshopPage = WORKSHOP_PAGE;
  protected readonly most = MOST_SHOWN;
  protected readonly words = linkedSignal(() => this.find() ?? '');
  protected readonly searching = computed(() => this.words().trim() !== '');
  protected readonly chosen = computed(
    () =>
      this.pages.find(({ name }) => name === this.page()) ?? (this.pages[0] as (typeof this.pages)[number]),
  );
  private readonly found = computed(() => (this.searching() ? settingsFound(this.words()) : null));
  /** Of many that are found the first are shown: one more letter tells them apart. */
  private readonly built = byPortions(this.found, signal(MOST_SHOWN), {
    atOnce: BUILT_A_FRAME,
    portion: BUILT_A_FRAME,
    quietMs: TYPING_RESTS_MS,
    times: 1,
  });
  protected readonly groups = computed(() => {
    const found = this.found();
    return found ? firstOf(found, this.built()) : this.chosen().groups;
  });
  protected readonly count = computed(() =>
    (this.found() ?? []).reduce((sum, { figures }) => sum + figures.length, 0),
  );

  constructor() {
    inject(Keys).use({
      title: 'Settings',
      bindings: [
        {
          keys: ['s'],
          shown: 'S',
          does: 'search the settings',
          run: () => this.searchField().nativeElement.focus(),
        },
      ],
    });
  }

  /** To where one came from. */
  protected back(): void {
    this.location.back();
  }

  protected reset(): void {
    const { habits, machines, trade, sureness, workshop } = DEFAULT_SETTINGS;
    const shop = this.store.shop();
    this.store.change('set all to the starting points', {
      ...shop,
      settings: { ...shop.settings, habits, machines, trade, sureness, workshop },
    });
  }
}

/** The first so many figures, under their headings. */
function firstOf(groups: readonly SettingGroup[], most: number): readonly SettingGroup[] {
  let left = most;
  return groups.flatMap((group) => {
    const figures = group.figures.slice(0, Math.max(0, left));
    left -= group.figures.length;
    return figures.length === 0 ? [] : [{ ...group, figures }];
  });
}
