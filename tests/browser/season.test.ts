import { By, until } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type Site,
  openSite,
  patience,
  press,
  resize,
  scrollsSideways,
  seeText,
  seriousFindings,
  signInAs,
  visit
} from '../support/browser';

/** From scouting with a thumb to the day of a walk. */

let site: Site;
let wood = '';
let strand = '';
beforeAll(async () => {
  site = await openSite('demo');
  await resize(site.driver, 1280, 900);
  await signInAs(site, 'Instructor');
  await visit(site, '/ground');
  const idOf = async (name: string) => {
    const link = await site.driver.findElement(By.xpath(`//main//a[contains(., "${name}")]`));
    return ((await link.getAttribute('href')) ?? '').split('/').at(-1)!;
  };
  wood = await idOf('Crannoge Wood');
  strand = await idOf('Ossmer Strand');
});
afterAll(() => site.stop());

const main = () => site.driver.findElement(By.css('main'));
const words = async () => (await main()).getText();
const figures = async () => (await site.driver.findElements(By.css('main .strip svg[role=img]'))).length;

describe.sequential('the season in the browser', () => {
  it('draws a strip whose plants are told in words, in every theme without serious findings', async () => {
    const { driver } = site;
    await visit(site, `/season/${wood}`);
    await seeText(driver, 'Ready now');
    expect(await figures()).toBe(7);
    const said = await driver.findElement(By.css('main .strip svg[role=img]')).getAttribute('aria-label');
    expect(said).toMatch(/^Ramsons: leaf \d+ \w+ to \d+ \w+/);
    for (const theme of ['day', 'dusk', 'sun']) {
      await driver.executeScript('document.documentElement.dataset.theme = arguments[0]', theme);
      expect(await seriousFindings(driver), theme).toEqual([]);
    }
    await driver.executeScript('document.documentElement.dataset.theme = "day"');
  });

  it('moves when a sighting is noted beside it', async () => {
    const { driver } = site;
    const before = await words();
    await press(driver, 'Note it');
    await seeText(driver, 'The strip above has followed.');
    expect(await words()).toContain('7 sightings');
    expect(before).toContain('6 sightings');
  });

  it('chooses the best three days of a season in a worker, and says why', async () => {
    const { driver } = site;
    await visit(site, `/season/${wood}/days`);
    await seeText(driver, 'The best days');
    await (await driver.findElement(By.xpath('//main//option[contains(., "Summer")]'))).click();
    await seeText(driver, '92 days looked at');
    const best = await driver.findElements(
      By.xpath('//main//section[h2[normalize-space(.)="The best days"]]//article')
    );
    expect(best).toHaveLength(3);
    for (const day of best) {
      const text = await day.getText();
      expect(text).toMatch(/(June|July|August) 2027/);
      expect(text).toMatch(/\d\.\d of \d+/);
    }
    expect(await seriousFindings(driver)).toEqual([]);
  });

  it('is asked by keyboard for any day, and lays two beside each other', async () => {
    const { driver } = site;
    const strip = await driver.findElement(By.css('[role=slider]'));
    await driver.executeScript('arguments[0].focus()', strip);
    for (const key of ['\uE014', '\uE014', '\uE00F']) await driver.actions().sendKeys(key).perform();
    expect(await strip.getAttribute('aria-valuetext')).toContain('9 June 2027');
    const compare = await driver.findElements(By.xpath('//main//button[normalize-space(.)="Compare"]'));
    for (const button of compare.slice(-2)) await driver.executeScript('arguments[0].click()', button);
    await seeText(driver, 'Two days side by side');
  });

  it('leads from a day to a walk on it', async () => {
    const { driver } = site;
    const day = await driver.findElement(
      By.xpath('//main//section[h2[normalize-space(.)="The best days"]]//article//h3')
    );
    const isoDate = new Date(`${await day.getText()} 12:00 UTC`).toISOString().slice(0, 10);
    const link = await driver.findElement(
      By.xpath(
        '//main//section[h2[normalize-space(.)="The best days"]]//article[1]//a[contains(., "Plan a walk")]'
      )
    );
    await driver.executeScript('arguments[0].click()', link);
    await driver.wait(until.urlContains('/walks/new'), patience);
    const field = await driver.findElement(By.css('main input[name=heldOn]'));
    expect(await field.getAttribute('value')).toBe(isoDate);
  });

  it('draws the tide, and brings in a tour from the device', async () => {
    const { driver } = site;
    await visit(site, `/season/${strand}/tide`);
    await driver.wait(
      async () => (await driver.findElements(By.css('main canvas'))).length > 0,
      patience,
      'The tide was not drawn.'
    );
    expect(await seriousFindings(driver)).toEqual([]);
    await visit(site, `/ground/${strand}/waypoints`);
    await press(driver, 'Strand at low water');
    await seeText(driver, '5 waypoints of Strand at low water');
    const bring = await driver.findElement(By.xpath('//main//form//button[contains(., "Bring in")]'));
    await driver.executeScript('arguments[0].click()', bring);
    await seeText(driver, 'came in.');
  });
});

describe.sequential('scouting with one thumb', () => {
  it('notes several patches in a row, without a connection too', async () => {
    const { driver } = site;
    await resize(driver, 390, 844);
    await visit(site, `/ground/${wood}/scout`);
    const rows = () => driver.findElements(By.css('main li > button[aria-expanded]'));
    await driver.executeScript('arguments[0].click()', (await rows())[0]);
    await press(driver, 'Keep, and on to the next');
    await seeText(driver, 'Noted:');
    // The next one is open already; meanwhile the connection is gone.
    await driver.executeScript(
      'window.realFetch = window.fetch; window.fetch = () => Promise.reject(new TypeError("no network"))'
    );
    await press(driver, 'not yet');
    await press(driver, 'Keep, and on to the next');
    await seeText(driver, '1 sighting waits on this device');
    expect(await scrollsSideways(driver)).toBe(false);
    await driver.executeScript('window.fetch = window.realFetch');
    await press(driver, 'Send now');
    await driver.wait(async () => !(await words()).includes('waits on this device'), patience);
    await visit(site, `/ground/${wood}`);
    expect(await words()).toContain('not yet');
  });

  it('keeps a count under way through a reload, and shows every season page without scrolling sideways', async () => {
    const { driver } = site;
    await visit(site, `/ground/${wood}`);
    await press(driver, 'Ramsons carpet by the burn');
    await seeText(driver, 'Count it');
    for (let i = 0; i < 3; i += 1)
      await driver.executeScript(`document.querySelector('[aria-label="One more"]').click()`);
    await press(driver, 'Next quadrat');
    await seeText(driver, 'Counted so far: 3.');
    await driver.navigate().refresh();
    await seeText(driver, 'still here: 1 quadrat');
    expect(await scrollsSideways(driver)).toBe(false);
    for (const part of ['', '/days', '/tide', '/warmth']) {
      await visit(site, `/season/${strand}${part}`);
      expect(await scrollsSideways(driver), part).toBe(false);
    }
  });
});
