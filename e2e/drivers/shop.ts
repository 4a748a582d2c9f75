import { expect, type Locator, type Page } from '@playwright/test';

/** The app as a maker meets it: what journeys do, in the words on the screen. */
export class Shop {
  constructor(readonly page: Page) {}

  /** Opens a page of the app; what was done on one before is on the disk first. */
  async open(path = '/rack'): Promise<void> {
    if (this.page.url().startsWith('http'))
      await expect(this.page.locator('main')).toHaveAttribute('data-stored', 'true');
    await this.page.goto(path);
    await expect(this.page.getByRole('navigation', { name: 'Stations' })).toBeVisible();
  }

  async openDemo(): Promise<void> {
    await this.open('/rack?demo');
    await expect(this.pieces().first()).toBeVisible();
  }

  pieces(): Locator {
    return this.page.getByRole('listbox', { name: 'Pieces' }).getByRole('option');
  }

  piece(tag: string): Locator {
    return this.page
      .getByRole('listbox', { name: 'Pieces' })
      .getByRole('option', { name: new RegExp(`^${tag},`) });
  }

  /** How many pieces the rack says it holds. */
  async expectCount(count: number): Promise<void> {
    if (count === 0)
      await expect(this.page.getByRole('heading', { name: /every piece to one scale/ })).toBeVisible();
    else await expect(this.page.locator('.totals .figure').first()).toHaveText(String(count));
  }

  tallyLine(): Locator {
    return this.page.getByRole('textbox', { name: 'Tally line', exact: true });
  }

  async tally(line: string): Promise<void> {
    await this.tallyLine().fill(line);
    await this.tallyLine().press('Enter');
  }

  async go(station: 'Hauls' | 'Rack' | 'Inspect' | 'Projects' | 'Shop'): Promise<void> {
    await this.page
      .getByRole('navigation', { name: 'Stations' })
      .getByRole('link', { name: station })
      .click();
  }

  /** A new haul with one find of a kind, as named on its button. */
  async startHaul(place: string, kind: string): Promise<void> {
    await this.go('Hauls');
    await this.page.getByRole('button', { name: /^(New haul|Start the first haul)/ }).click();
    await expect(this.page.getByRole('textbox', { name: 'place' })).toBeFocused();
    await this.page.getByRole('textbox', { name: 'place' }).fill(place);
    await this.page.getByRole('button', { name: kind, exact: true }).click();
    await expect(this.page.getByRole('tab')).toBeVisible();
  }

  /** Writes a figure into a field of the find and leaves it. */
  async measure(name: string, value: string): Promise<void> {
    const field = this.page.getByLabel(name, { exact: true });
    await field.fill(value);
    await field.blur();
  }

  /** Gives an answer of the check before loading; its step is opened where it is not the one in hand. */
  async answer(question: RegExp, answer: string): Promise<void> {
    const answers = this.page.getByRole('group', { name: question });
    const words = new RegExp(question.source.replace(/^\^/, ''), question.flags);
    const header = this.page.locator('mat-step-header').filter({ hasText: words });
    // The stepper goes on by itself after an answer, and the header of the step at hand can't be pressed.
    await expect(async () => {
      if ((await header.getAttribute('aria-expanded')) !== 'true') await header.click({ timeout: 1000 });
    }).toPass();
    await answers.getByRole('button', { name: answer, exact: true }).click();
  }

  /** Chooses from a list by its name. */
  async choose(list: string | RegExp | Locator, option: string | RegExp): Promise<void> {
    const box =
      typeof list === 'string'
        ? this.page.getByRole('combobox', { name: list, exact: true })
        : list instanceof RegExp
          ? this.page.getByRole('combobox', { name: list })
          : list;
    await box.click();
    const choice =
      typeof option === 'string'
        ? this.page.locator('.cdk-overlay-pane').getByRole('option', { name: option, exact: true })
        : this.page.locator('.cdk-overlay-pane').getByRole('option', { name: option });
    await choice.click();
  }

  /** What the dry run says it will add. */
  async expectPieces(count: number): Promise<void> {
    await expect(this.page.locator('.foot .figure')).toHaveText(String(count));
  }

  async breakDown(): Promise<void> {
    await this.page.getByRole('button', { name: /^Break down/ }).click();
    await expect(this.page.getByText(/^Broken down on/)).toBeVisible();
  }

  async inspect(tag: string): Promise<void> {
    await this.go('Rack');
    await this.piece(tag).click();
    await this.page.getByRole('button', { name: /^Inspect/ }).click();
    await expect(this.page.getByRole('heading', { name: new RegExp(`^${tag}`) })).toBeVisible();
  }

  /** Opens what is noted of the piece on the bench. */
  async panel(name: 'Defects and marks' | 'Shape' | 'Warp' | 'Wood' | 'Ends and metal'): Promise<void> {
    await this.page.getByRole('tab', { name, exact: true }).click();
  }

  face(face: 'A' | 'B'): Locator {
    return this.page.getByRole('group', { name: `Face ${face}` });
  }

  findings(face: 'A' | 'B' = 'A'): Locator {
    return this.face(face).getByRole('button');
  }

  async menu(item: string | RegExp): Promise<void> {
    await this.page.getByRole('button', { name: 'Shop menu' }).click();
    await this.page.getByRole('menuitem', { name: item }).click();
  }

  /** Reloads once all is on the disk, as it is a blink after the last key. */
  async reload(): Promise<void> {
    await expect(this.page.locator('main')).toHaveAttribute('data-stored', 'true');
    await this.page.reload();
  }

  async undo(): Promise<void> {
    await this.page.getByRole('button', { name: /^Undo/ }).first().click();
  }

  async addPart(line: string): Promise<void> {
    const field = this.page.getByRole('textbox', { name: 'Part line' });
    await field.fill(line);
    await field.press('Enter');
  }

  async pickProject(name: string): Promise<void> {
    await this.choose('Project', name);
  }

  /**
   * Starts a match and waits until its plan is kept; stops it early, as a maker in a hurry would: once all is placed, and
   * once the plan tells `awaited`, if that is given.
   */
  async match(awaited?: Locator): Promise<void> {
    await this.page.getByRole('button', { name: /^Match/ }).click();
    const again = this.page.locator('button:enabled').filter({ hasText: /^\s*Match again/ });
    const stop = this.stop();
    // A small project is done before a hand could stop it.
    await stop.or(again).first().waitFor();
    await this.page
      .getByText(/^100 % of the parts are placed/)
      .or(again)
      .first()
      .waitFor({ timeout: 4000 })
      .catch(() => undefined);
    if (awaited) await awaited.or(again).first().waitFor();
    await this.settled();
    await expect(again).toBeVisible();
  }

  private stop(): Locator {
    return this.page.getByRole('button', { name: /^Stop and keep/ });
  }

  /** Waits until no search runs, and does not let one run to its end. */
  async settled(): Promise<void> {
    const stop = this.stop();
    if (await stop.isVisible()) await stop.click({ timeout: 1500 }).catch(() => undefined);
    await expect(stop).toBeHidden();
  }
}

/** What the browser complains of while a journey runs: there should be nothing. */
export function complaints(page: Page): string[] {
  const heard: string[] = [];
  page.on('pageerror', (error) => heard.push(error.message));
  page.on('console', (message) => {
    if (message.type() === 'error') heard.push(message.text());
  });
  return heard;
}
