import { mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import {
  type Site,
  answerQuestion,
  drillTitle,
  leaveQuestion,
  openSite,
  press,
  resize,
  seeText,
  signInAs,
  visit
} from '../tests/support/browser';
import { ensureBuild } from './setup/build.js';
import { startCluster } from './setup/cluster.js';
import { ensureChromium, ensureNpmPackages, ensurePostgres } from './setup/packages.js';
import { root } from './setup/paths.js';
import { runMain, say } from './setup/say.js';
import { prepareTemplates } from './setup/templates.js';

/** Takes docs/screenshots anew from the demo: `npm run screenshots`. */

const folder = join(root, 'docs/screenshots');
const desk = [1280, 800] as const;
const phone = [390, 844] as const;

interface View {
  readonly name: string;
  readonly role?: 'Instructor' | 'Learner';
  readonly size: readonly [number, number];
  readonly theme?: 'day' | 'dusk' | 'sun';
  open(site: Site): Promise<void>;
}

/** Opens the page of one of the demo's walks, or a part of it. */
const walk =
  (part: string, name = 'Wood in leaf') =>
  async (site: Site): Promise<void> => {
    await visit(site, '/walks');
    const link = await site.driver.findElement(By.xpath(`//main//a[contains(., "${name}")]`));
    const path = /\/walks\/[0-9a-f-]{36}/.exec((await link.getAttribute('href')) ?? '')![0];
    await visit(site, path + part);
  };

/** The id of one of the demo's sites. */
async function siteId(site: Site, name: string): Promise<string> {
  await visit(site, '/ground');
  const link = await site.driver.findElement(By.xpath(`//main//a[contains(., "${name}")]`));
  return ((await link.getAttribute('href')) ?? '').split('/').at(-1)!;
}

const scrollTo = (site: Site, selector: string) =>
  site.driver.executeScript('document.querySelector(arguments[0])?.scrollIntoView()', selector);

/** Goes through rounds until a drill of that title is open. */
async function openDrill(site: Site, title: string): Promise<void> {
  const { driver } = site;
  for (;;) {
    await visit(site, '/practice');
    await press(driver, 'Start a round on it');
    const isLeft = async () => (await drillTitle(driver).catch(() => 'Practice')) !== 'Practice';
    await driver.wait(isLeft, 15_000, 'waiting for a round');
    await driver.sleep(1500);
    while ((await drillTitle(driver)) !== 'Round done') {
      if ((await drillTitle(driver)) === title) return;
      await answerQuestion(driver, false);
      if (await leaveQuestion(driver)) break;
    }
  }
}

/** A question that fills as views are asked for. */
async function proveIt(site: Site): Promise<void> {
  await openDrill(site, 'Prove it');
  for (const look of ['From afar', 'Leaf, near', 'Crush and smell']) {
    const offered = await site.driver.findElements(By.xpath(`//main//li/button[contains(., "${look}")]`));
    for (const button of offered) if (await button.isDisplayed()) await button.click();
    await site.driver.sleep(700);
  }
}

const whiteUmbelsInJune = (site: Site) =>
  visit(
    site,
    '/species/look-closer?date=2027-06-20&see=flower-colour~white&see=flower-cluster~compound-umbel&see=stem-marks~blotched'
  );

const key = (words: string) =>
  By.xpath(`//*[self::button or self::a][contains(normalize-space(.), ${JSON.stringify(words)})]`);

/** A rehearsal in flight mode up to the first stop, and one of its screens. */
const inTheField =
  (screen: string) =>
  async (site: Site): Promise<void> => {
    const { driver } = site;
    await walk('/walk')(site);
    const path = /[0-9a-f-]{36}/.exec(await driver.getCurrentUrl())![0];
    await press(driver, 'Take it along');
    await seeText(driver, 'Ready without network');
    const at = async (hash: string) => {
      await driver.get('about:blank');
      await visit(site, `/field?walk=${path}&rehearse#${hash}`);
      await seeText(driver, 'Ill or hurt');
    };
    const tap = async (words: string) => {
      for (const one of await driver.findElements(key(words))) {
        await driver.executeScript('arguments[0].click()', one);
        await driver.sleep(90);
      }
    };
    await at('walk');
    await tap('Begin again');
    await tap('stands');
    await tap('+15 min');
    await at('heads');
    for (const one of await driver.findElements(By.xpath('//button[normalize-space(.)="here"]')))
      await driver.executeScript('arguments[0].click()', one);
    await driver.sleep(400);
    await tap('All 6 here');
    await at('go');
    for (const one of await driver.findElements(By.xpath('//button[normalize-space(.)="held"]')))
      await driver.executeScript('arguments[0].click()', one);
    await tap('We go');
    await at('sheet');
    await tap('Arrived at');
    if (screen !== 'sheet') {
      await at('warn');
      await tap('Said, not seen');
      await at('plant/rumex-acetosa');
      await tap('pointed lobes straight back');
    }
    if (screen !== 'sheet') await at(screen);
  };

const views: readonly View[] = [
  { name: 'today', role: 'Instructor', size: desk, open: (site) => visit(site, '/today') },
  {
    name: 'season',
    role: 'Instructor',
    size: desk,
    open: async (site) => visit(site, `/season/${await siteId(site, 'Ossmer Strand')}`)
  },
  {
    name: 'choose-the-day',
    role: 'Instructor',
    size: desk,
    open: async (site) => {
      await visit(site, `/season/${await siteId(site, 'Ossmer Strand')}/days`);
      await seeText(site.driver, 'The best days');
    }
  },
  {
    name: 'patch',
    role: 'Instructor',
    size: desk,
    open: async (site) => {
      await visit(site, `/ground/${await siteId(site, 'Crannoge Wood')}`);
      await press(site.driver, 'Ramsons carpet by the burn');
      await seeText(site.driver, 'leaves left');
    }
  },
  { name: 'walk-plan', role: 'Instructor', size: desk, open: walk('', 'Saltmarsh at low water') },
  { name: 'group-and-health', role: 'Instructor', size: desk, open: walk('/group') },
  { name: 'brief', role: 'Instructor', size: desk, open: walk('/brief') },
  {
    name: 'brief-contrast-sheet',
    role: 'Instructor',
    size: desk,
    open: async (site) => {
      await walk('/brief')(site);
      await scrollTo(site, 'section:has(> article[id="allium-ursinum~arum-maculatum"])');
    }
  },
  { name: 'progress-of-a-group', role: 'Instructor', size: desk, open: (site) => visit(site, '/progress') },
  {
    name: 'plant-sheet',
    role: 'Instructor',
    size: desk,
    open: (site) => visit(site, '/species/allium-ursinum/sheet')
  },
  {
    name: 'round-with-a-group',
    role: 'Instructor',
    size: desk,
    open: async (site) => {
      await visit(site, '/together');
      await site.driver.findElement(By.xpath('//main//a[normalize-space(.)="Spring beginners"]')).click();
      await seeText(site.driver, 'Which part decides');
    }
  },
  {
    name: 'plates-dusk',
    role: 'Instructor',
    size: desk,
    theme: 'dusk',
    open: (site) => visit(site, '/species/plates?family=Apiaceae&stage=flower')
  },
  { name: 'look-closer', role: 'Learner', size: desk, open: whiteUmbelsInJune },
  { name: 'drill', role: 'Learner', size: desk, open: proveIt },
  {
    name: 'card',
    role: 'Instructor',
    size: desk,
    open: (site) => visit(site, '/making/cards/allium-ursinum?part=leaf&way=steam&pieces=48&people=6')
  },
  { name: 'after', role: 'Instructor', size: desk, open: walk('/after', 'Meadow and hazels in May') },
  {
    name: 'batch',
    role: 'Instructor',
    size: desk,
    open: async (site) => {
      await visit(site, '/making');
      await press(site.driver, 'Bramble young leaf');
      await seeText(site.driver, 'From the patch to the jar');
    }
  },
  { name: 'phone-run-sheet', role: 'Instructor', size: phone, open: inTheField('sheet') },
  { name: 'phone-evidence', role: 'Instructor', size: phone, open: inTheField('plant/rumex-acetosa') }
];

/** Run in the page: whether each picture in sight has come, those that are drawn for it among them. */
const allSeenLoaded = `return [...document.images].every((image) => {
  const { top, bottom, width } = image.getBoundingClientRect();
  const isSeen = width > 0 && bottom > 0 && top < innerHeight;
  return !isSeen || (image.complete && image.naturalWidth > 0);
});`;

async function takeAll(): Promise<void> {
  mkdirSync(folder, { recursive: true });
  for (const old of readdirSync(folder)) rmSync(join(folder, old));
  const site = await openSite('demo');
  try {
    for (const { name, role, size, theme, open } of views) {
      say(name);
      await resize(site.driver, ...size);
      if (role) await signInAs(site, role);
      else await visit(site, '/sign-in');
      await site.driver.manage().addCookie({ name: 'theme', value: theme ?? 'day', path: '/' });
      await open(site);
      await site.driver.sleep(900);
      await site.driver.wait(
        () => site.driver.executeScript<boolean>(allSeenLoaded),
        30_000,
        'A picture stays empty.'
      );
      writeFileSync(join(folder, `${name}.png`), await site.driver.takeScreenshot(), 'base64');
    }
  } finally {
    await site.stop();
  }
}

async function main(): Promise<void> {
  ensureNpmPackages();
  ensurePostgres();
  ensureChromium();
  await ensureBuild();
  const cluster = await startCluster('test');
  try {
    Object.assign(process.env, await prepareTemplates(cluster));
    await takeAll();
  } finally {
    await cluster.stop();
  }
}

await runMain(main);
