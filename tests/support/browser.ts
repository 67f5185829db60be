import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import axe from 'axe-core';
import { By, Builder, Key, type WebDriver, type WebElement, error, until } from 'selenium-webdriver';
import chrome from 'selenium-webdriver/chrome.js';
import { serve } from '../../scripts/setup/server.js';
import { tryPort } from '../../scripts/setup/ports.js';
import { type TestDatabase, cloneDatabase } from './database';

/** The built application on a database of its own, in Debian's Chromium. */
export interface Site {
  readonly driver: WebDriver;
  readonly origin: string;
  readonly database: TestDatabase;
  stop(): Promise<void>;
}

/**
 * Milliseconds: a wait ends with what it waits for, and on a busy machine that may take its time. Whoever writes a test
 * waits less long for what does not come: TEST_PATIENCE_SECONDS=20 ./test field-day
 */
export const patience = 1000 * Number(process.env['TEST_PATIENCE_SECONDS'] ?? 300);

export async function startChromium(): Promise<WebDriver> {
  const options = new chrome.Options();
  options.setChromeBinaryPath('/usr/bin/chromium');
  options.addArguments(
    '--headless=new',
    '--disable-gpu',
    '--disable-dev-shm-usage',
    '--no-first-run',
    '--disable-quic',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    // What is still on its way has neither its place nor its colour.
    '--force-prefers-reduced-motion'
  );
  // Chromium's sandbox does not start as root.
  if (process.getuid?.() === 0) options.addArguments('--no-sandbox');
  return new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(new chrome.ServiceBuilder('/usr/bin/chromedriver'))
    .build();
}

export async function openSite(template: 'empty' | 'demo'): Promise<Site> {
  const database = await cloneDatabase(template);
  const port = (await tryPort(0))!;
  const server = await serve({ port, app: database.app });
  const driver = await startChromium();
  return {
    driver,
    origin: server.origin,
    database,
    stop: async () => {
      await driver.quit();
      await server.stop();
      await database.drop();
    }
  };
}

const sendToChromium = (driver: WebDriver, command: string, parameters: object): Promise<void> =>
  (
    driver as WebDriver & { sendDevToolsCommand(command: string, parameters: object): Promise<void> }
  ).sendDevToolsCommand(command, parameters);

export const resize = (driver: WebDriver, width: number, height: number): Promise<void> =>
  sendToChromium(driver, 'Emulation.setDeviceMetricsOverride', {
    width,
    height,
    deviceScaleFactor: 1,
    mobile: width < 500
  });

/** Flight mode, and back: no network for the page and for whatever answers in its place. */
export async function flightMode(driver: WebDriver, isOn: boolean): Promise<void> {
  await sendToChromium(driver, 'Network.enable', {});
  await sendToChromium(driver, 'Network.emulateNetworkConditions', {
    offline: isOn,
    latency: 0,
    downloadThroughput: -1,
    uploadThroughput: -1
  });
}

/** Has axe in every page from now on: where many are looked at, sending it to each takes as long as a look. */
export const keepAxe = (driver: WebDriver): Promise<void> =>
  sendToChromium(driver, 'Page.addScriptToEvaluateOnNewDocument', { source: axe.source });

/** Waits with patience; where it was in vain, the message says what the page showed instead. */
async function waitFor<T>(driver: WebDriver, condition: Parameters<WebDriver['wait']>[0], what: string) {
  try {
    return (await driver.wait(condition, patience)) as T;
  } catch (problem) {
    if (!(problem instanceof error.TimeoutError)) throw problem;
    const page = await driver.executeScript<string>(
      'return `${location.pathname}${location.search} showed “${document.body.innerText.slice(0, 400)}”`'
    );
    throw new Error(`Waited in vain for “${what}”: ${page}`, { cause: problem });
  }
}

export const seeText = (driver: WebDriver, text: string) =>
  waitFor<WebElement>(
    driver,
    until.elementLocated(
      By.xpath(`//*[contains(normalize-space(.), ${JSON.stringify(text)})][not(self::script)]`)
    ),
    text
  );

/** Clicks what stands there once it can be clicked. */
export const clickOn = (driver: WebDriver, at: By, what: string) =>
  waitFor<boolean>(
    driver,
    async () => {
      const [element] = await driver.findElements(at);
      if (!element) return false;
      try {
        await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', element);
        if (!(await element.isEnabled())) return false;
        await element.click();
        return true;
      } catch (problem) {
        // The page was drawn anew in between.
        if (problem instanceof error.StaleElementReferenceError) return false;
        throw problem;
      }
    },
    what
  );

/** Clicks a button or link by its words, once the page has come alive. */
export const press = (driver: WebDriver, words: string) =>
  clickOn(
    driver,
    By.xpath(
      `//main//*[self::button or self::a or self::summary or self::label][contains(normalize-space(.), ${JSON.stringify(words)})]`
    ),
    words
  );

/** Fills a field by its label. */
export async function fill(driver: WebDriver, label: string, value: string): Promise<void> {
  const labelled = await driver.findElement(
    By.xpath(`//main//label[starts-with(normalize-space(.), ${JSON.stringify(label)})]`)
  );
  const id = (await labelled.getAttribute('for')) ?? '';
  const field = id
    ? await driver.wait(until.elementLocated(By.id(id)), patience)
    : await labelled.findElement(By.css('input, select, textarea'));
  if (await field.getAttribute('data-when')) {
    // Day, month and year, or hours and minutes, typed one after the other.
    const parts = value.includes('-') ? value.split('-').reverse() : value.split(':');
    await field.findElement(By.css('[data-segment]:not([data-segment="literal"])')).click();
    for (const part of parts) await driver.actions().sendKeys(part).perform();
    return;
  }
  const [tag, type] = [await field.getTagName(), await field.getAttribute('type')];
  if (tag === 'select') {
    await field.findElement(By.xpath(`.//option[contains(., ${JSON.stringify(value)})]`)).click();
  } else if (type === 'date' || type === 'time') {
    await driver.executeScript(
      'arguments[0].value = arguments[1]; arguments[0].dispatchEvent(new Event("input", { bubbles: true }))',
      field,
      value
    );
  } else if (type === 'file') {
    await field.sendKeys(value);
  } else {
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), value);
  }
}

/** Opens a path and waits until the page answers to the mouse. */
export async function visit(
  { driver, origin }: Pick<Site, 'driver' | 'origin'>,
  path: string
): Promise<void> {
  await driver.get(origin + path);
  await driver.wait(
    async () => driver.executeScript<boolean>('return document.documentElement.dataset.alive === "yes"'),
    patience,
    `waiting for ${path} to come alive`
  );
  await driver.sleep(100);
}

export async function signInAs(
  site: Site,
  role: 'Owner' | 'Instructor' | 'Assistant' | 'Learner'
): Promise<void> {
  await site.driver.manage().deleteAllCookies();
  await visit(site, '/sign-in');
  await press(site.driver, role);
  await site.driver.wait(until.urlContains('/today'), patience);
  await site.driver.sleep(250);
}

const structure = ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'];
/** What a theme can change about a page. */
const ofTheme = { type: 'rule', values: ['color-contrast', 'target-size'] };

/** Serious and critical findings of axe on the page as it stands; of everything, or of what its theme changes. */
export async function seriousFindings(
  driver: WebDriver,
  about: 'everything' | 'theme' = 'everything'
): Promise<string[]> {
  if (!(await driver.executeScript<boolean>('return "axe" in window')))
    await driver.executeScript(axe.source);
  const found = await driver.executeAsyncScript<{ id: string; impact: string; nodes: { html: string }[] }[]>(
    `const [runOnly, done] = arguments;
     // Drawings are pictures with a name; their thousand lines say nothing to axe and would take most of its time.
     const drawings = [...document.querySelectorAll('svg[role="img"], svg[aria-hidden="true"]')].map((svg) => ({
       svg,
       lines: [...svg.children].filter(({ localName }) => localName !== 'title' && localName !== 'desc')
     }));
     for (const { lines } of drawings) for (const line of lines) line.remove();
     axe.run({ runOnly, resultTypes: ['violations'], preload: false, iframes: false, elementRef: false }).then((result) => {
       for (const { svg, lines } of drawings) svg.append(...lines);
       done(result.violations);
     })`,
    about === 'everything' ? structure : ofTheme
  );
  return found
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(
      ({ id, nodes }) =>
        `${id}: ${nodes
          .slice(0, 3)
          .map(({ html }) => html.slice(0, 160))
          .join(' | ')}`
    );
}

export const scrollsSideways = (driver: WebDriver): Promise<boolean> =>
  driver.executeScript('return document.documentElement.scrollWidth > window.innerWidth');

/** Fills the form for a new walk at the demo's wood and sends it. */
export async function planWalk(site: Site, name: string, isoDate: string): Promise<void> {
  await visit(site, '/walks/new');
  await fill(site.driver, 'Name', name);
  await fill(site.driver, 'Site', 'Crannoge Wood');
  await fill(site.driver, 'Group', 'Spring beginners');
  await fill(site.driver, 'Date', isoDate);
  await press(site.driver, 'Open the plan');
}

/** A file in a folder of its own, for a file field. */
function fileOf(name: string, text: string): string {
  const path = join(mkdtempSync(join(tmpdir(), 'good-trail-')), name);
  writeFileSync(path, text);
  return path;
}

/** Imports a track of three points as the path of the demo's wood, after one that is broken. @returns its page */
export async function importTracks(site: Site): Promise<string> {
  const { driver } = site;
  await visit(site, '/ground');
  await press(driver, 'Crannoge Wood');
  await seeText(driver, 'Patches on');
  await fill(driver, 'The longest track', fileOf('broken.gpx', '<gpx><trk>'));
  await press(driver, 'Import this track');
  await seeText(driver, 'not well-formed XML');
  await seeText(driver, 'Nothing was changed.');
  const points = [
    'lat="54.3022" lon="-8.7010"',
    'lat="54.3030" lon="-8.6990"',
    'lat="54.3042" lon="-8.6965"'
  ];
  const track = `<?xml version="1.0"?><gpx version="1.1" xmlns="http://www.topografix.com/GPX/1/1"><trk><name>My own loop</name><trkseg>${points.map((point) => `<trkpt ${point}/>`).join('')}</trkseg></trk></gpx>`;
  await fill(driver, 'The longest track', fileOf('own.gpx', track));
  await press(driver, 'Import this track');
  await seeText(driver, '“My own loop” is the site’s path now');
  return new URL(await driver.getCurrentUrl()).pathname;
}

/** The heading of the question that is open. */
export const drillTitle = async (driver: WebDriver): Promise<string> =>
  driver.findElement(By.css('main h1')).getText();

/** The button that sends an answer or goes on, of those that are to be seen. */
async function pressPrimary(driver: WebDriver): Promise<void> {
  const buttons = await driver.findElements(By.css('main button.btn-primary'));
  for (const button of buttons.reverse())
    if ((await button.isDisplayed()) && (await button.isEnabled())) {
      await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', button);
      return button.click();
    }
  throw new Error(`nothing can be sent in ${await drillTitle(driver)}`);
}

/**
 * Answers the open question of a round by keyboard and mouse, and stays on what follows from it.
 * @param gathers whether every plant is called the wanted one, else it is left
 */
export async function answerQuestion(driver: WebDriver, gathers: boolean): Promise<string> {
  const title = await drillTitle(driver);
  const keys = (...pressed: string[]) =>
    driver
      .actions()
      .sendKeys(...pressed)
      .perform();
  switch (title) {
    case 'Side by side':
      await keys(gathers ? '1' : '3', '6');
      if (gathers) {
        await press(driver, 'Choose the part from a list');
        await driver.findElement(By.css('main details button')).click();
      }
      break;
    case 'Prove it':
      // Where nothing of it is gathered the first choice says the name alone.
      await driver.findElement(By.css(`main fieldset button:nth-of-type(${gathers ? 1 : 3})`)).click();
      await press(driver, 'fairly sure');
      break;
    case 'Basket':
      await keys(...(gathers ? ['2'] : ['f', '3']));
      break;
    case 'Tray':
      await press(driver, 'Take the cloth off');
      await press(driver, 'I have seen enough');
      await seeText(driver, 'Fresh plants');
      await driver.sleep(300);
      await driver.findElement(By.css('main g.piece')).click();
      break;
    case 'Which part tells':
      await press(driver, 'Choose the part from a list');
      await driver.findElement(By.css('main details button')).click();
      break;
    case 'Which family':
      await keys('1');
      await press(driver, 'Choose the part from a list');
      await driver.findElement(By.css('main details button')).click();
      break;
    case 'Should we take it':
      await keys('2');
      break;
    case 'Season':
    case 'Names and terms':
      await keys('1');
      break;
  }
  await driver.sleep(150);
  await pressPrimary(driver);
  await driver.wait(
    until.elementLocated(
      By.xpath('//main//button[contains(., "Next question") or contains(., "See the round")]')
    ),
    patience,
    `waiting for what follows ${title}`
  );
  return title;
}

/** Leaves an answered question behind, and waits until the next one or the summary stands there. @returns whether it was the last */
export async function leaveQuestion(driver: WebDriver): Promise<boolean> {
  const at = By.xpath('//main//button[contains(., "Next question") or contains(., "See the round")]');
  const button = await driver.findElement(at);
  const isLast = (await button.getText()).includes('See the round');
  await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', button);
  await button.click();
  await driver.wait(until.stalenessOf(button), patience, 'waiting for what comes next');
  return isLast;
}
