// `npm run screenshots [-- NAME …]`: one current picture of each main view, or of those named, made from the demo shop, in docs/screenshots.
import { spawn } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { ensureChromium } from './chromium.mjs';
import { command, ensureBuilt, ensureInstalled, root } from './machine.mjs';

const PORT = 4388;
const folder = join(root, 'docs/screenshots');

/** Each view: its name, its window, and how to get to what it shows. */
const VIEWS = [
  {
    name: 'rack',
    width: 1280,
    height: 800,
    async show(page) {
      await page.getByRole('option', { name: /^P-03,/ }).click();
      await page
        .getByRole('textbox', { name: 'Tally line' })
        .fill('6 slat 1195 x 98 x 18 spruce, bay 2, from pallets');
    },
  },
  {
    name: 'hauls',
    width: 1280,
    height: 800,
    async show(page) {
      await page.getByRole('link', { name: 'Hauls' }).click();
      await page.getByRole('tab', { name: /ferry pallets/ }).waitFor();
    },
  },
  {
    name: 'hauls-exploded',
    width: 1280,
    height: 800,
    dark: true,
    async show(page) {
      await page.getByRole('link', { name: 'Hauls' }).click();
      await page.getByRole('tab', { name: /fender cask/ }).click();
      await page.getByRole('switch', { name: /^Exploded view/ }).click();
    },
  },
  {
    name: 'panel',
    width: 1280,
    height: 800,
    async show(page) {
      await page.getByRole('link', { name: 'Shop', exact: true }).click();
      await page.getByRole('link', { name: 'A tray' }).click();
      await page.getByRole('button', { name: /^Strip 2 of/ }).click();
    },
  },
  {
    name: 'joinery',
    width: 1280,
    height: 800,
    async show(page) {
      await page.getByRole('link', { name: 'Projects' }).click();
      await pick(page, 'Boot bench');
      await page.getByRole('link', { name: /^Joints, movement, assembly/ }).click();
      await page.getByRole('option').first().waitFor();
    },
  },
  {
    name: 'labels',
    width: 1280,
    height: 800,
    async show(page) {
      await page.getByRole('searchbox').fill('pew');
      await page.getByRole('listbox', { name: 'Pieces' }).focus();
      await page.keyboard.press('l');
      await page.getByRole('heading', { name: /labels/ }).waitFor();
    },
  },
  {
    name: 'shop',
    width: 1280,
    height: 800,
    async show(page) {
      await page.getByRole('link', { name: 'Projects' }).click();
      await page.getByRole('button', { name: /^Accept plan/ }).click();
      await page.getByRole('link', { name: 'Shop' }).click();
      await page
        .getByRole('button', { name: /^Sawn: / })
        .first()
        .click();
      await page.locator('.today').evaluate((column) => column.scrollTo(0, 0));
    },
  },
  { name: 'rack-phone', width: 360, height: 740, async show() {} },
  {
    name: 'inspect',
    width: 1280,
    height: 800,
    async show(page) {
      await inspect(page, 'P-02');
      await page.getByRole('radio', { name: 'clear', exact: true }).click();
      await page.keyboard.type('1830');
      await page.keyboard.press('k');
    },
  },
  {
    name: 'inspect-phone',
    width: 360,
    height: 740,
    async show(page) {
      await inspect(page, 'P-01');
    },
  },
  {
    name: 'inspect-thickness',
    width: 1280,
    height: 800,
    async show(page) {
      await inspect(page, 'P-02');
      await page.getByRole('tab', { name: 'Warp' }).click();
      await page.getByRole('tab', { name: 'Thickness' }).click();
    },
  },
  {
    name: 'settings',
    width: 1280,
    height: 800,
    async show(page) {
      await page.getByRole('button', { name: 'Shop menu' }).click();
      await page.getByRole('menuitem', { name: /^Settings/ }).click();
      await page.getByRole('link', { name: 'Milling' }).click();
    },
  },
  {
    name: 'design',
    width: 1280,
    height: 800,
    async show(page) {
      await page.getByRole('link', { name: 'Projects' }).click();
      await page.getByRole('button', { name: /^New/ }).click();
      await page.getByRole('tab', { name: 'Design' }).click();
      await page.getByRole('combobox', { name: 'Design', exact: true }).click();
      await page.locator('.cdk-overlay-pane').getByRole('option', { name: 'Stool' }).click();
      await match(page);
    },
  },
  {
    name: 'compare',
    width: 1280,
    height: 800,
    async show(page) {
      await page.getByRole('searchbox').fill('pew');
      await page.getByRole('listbox', { name: 'Pieces' }).focus();
      await page.keyboard.press('c');
      await page.getByText('longest clear').last().waitFor();
    },
  },
  {
    name: 'projects',
    width: 1280,
    height: 800,
    async show(page) {
      await match(page);
      await page.getByRole('button', { name: /2 × rail, long/ }).hover();
    },
  },
  {
    name: 'projects-short',
    width: 1280,
    height: 800,
    async show(page) {
      await page.getByRole('link', { name: 'Projects' }).click();
      await pick(page, 'Tea counter');
      await page.getByRole('button', { name: /^Try them again/ }).waitFor({ timeout: 90_000 });
      await page.locator('al-ways-panel').scrollIntoViewIfNeeded();
    },
  },
  {
    name: 'projects-repair',
    width: 1280,
    height: 800,
    async show(page) {
      await page.getByRole('link', { name: 'Projects' }).click();
      await pick(page, 'Cabinet door');
      await page.getByRole('tab', { name: 'Repair' }).click();
      await page.getByRole('button', { name: 'Use for the repair: T-01' }).click();
      await match(page);
    },
  },
  {
    name: 'could-make',
    width: 1280,
    height: 800,
    async show(page) {
      await page.getByRole('link', { name: 'Projects' }).click();
      await page.getByRole('link', { name: 'Could make' }).click();
      await page.getByRole('button', { name: /^Try them all/ }).click();
      await page.getByRole('button', { name: /^Try again/ }).waitFor({ timeout: 90_000 });
    },
  },
  {
    name: 'cut-sheet',
    width: 1280,
    height: 1000,
    async show(page) {
      await match(page);
      await page.getByRole('link', { name: 'Cut sheet' }).click();
    },
  },
];

async function inspect(page, tag) {
  await page.getByRole('link', { name: 'Inspect' }).click();
  const field = page.getByRole('combobox', { name: 'Go to tag' });
  await field.fill(tag);
  await field.press('Enter');
  await page.getByRole('heading', { name: new RegExp(`^${tag}`) }).waitFor();
}

async function pick(page, project) {
  await page.getByRole('combobox', { name: 'Project', exact: true }).click();
  await page.locator('.cdk-overlay-pane').getByRole('option', { name: project }).click();
}

async function match(page) {
  if (!page.url().includes('projects')) await page.getByRole('link', { name: 'Projects' }).click();
  await page.getByRole('button', { name: /^Match/ }).click();
  await page.getByRole('button', { name: /^Match again/ }).waitFor();
  await page.waitForFunction(() => !document.querySelector('.progress'), null, { timeout: 30_000 });
}

command(async () => {
  await ensureInstalled();
  await ensureBuilt();
  const { chromium } = await import('@playwright/test');
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts', '--port', String(PORT)], {
    cwd: root,
  });
  await new Promise((resolve) => server.stdout.once('data', resolve));
  const browser = await chromium.launch({
    executablePath: ensureChromium(),
    args: ['--no-sandbox', '--disable-gpu'],
  });
  mkdirSync(folder, { recursive: true });
  try {
    const asked = process.argv.slice(2);
    const views = VIEWS.filter(({ name }) => asked.length === 0 || asked.includes(name));
    for (const { name, width, height, dark, show } of views) {
      const context = await browser.newContext({
        viewport: { width, height },
        colorScheme: dark ? 'dark' : 'light',
        reducedMotion: 'reduce',
        serviceWorkers: 'block',
      });
      const page = await context.newPage();
      await page.goto(`http://localhost:${PORT}/rack?demo`);
      await page.getByRole('option').first().waitFor();
      await page.addStyleTag({ content: '.notice { display: none }' });
      await show(page);
      await page.waitForTimeout(600);
      await page.screenshot({ path: join(folder, `${name}.png`) });
      console.log(`docs/screenshots/${name}.png`);
      await context.close();
    }
  } finally {
    await browser.close();
    server.kill();
  }
});
