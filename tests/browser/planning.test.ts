import { By, Key, Origin, until } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type Site,
  fill,
  openSite,
  patience,
  press,
  resize,
  seeText,
  signInAs,
  visit
} from '../support/browser';

let site: Site;
let plan = '';
beforeAll(async () => {
  site = await openSite('demo');
  await resize(site.driver, 1280, 800);
  await signInAs(site, 'Instructor');
});
afterAll(() => site.stop());

const stopNames = async () =>
  Promise.all(
    (await site.driver.findElements(By.css('#stops ol > li .disc + span strong'))).map((name) =>
      name.getText()
    )
  );
const timetable = async () => (await site.driver.findElement(By.id('stops'))).getText();
const waitFor = (what: string, is: () => Promise<boolean>) => site.driver.wait(is, patience, what);

describe.sequential('an instructor plans a walk', () => {
  it('from patches that are ready on the day, each with a role and the reason for it', async () => {
    const { driver } = site;
    await visit(site, '/walks/new');
    await fill(driver, 'Name', 'Ramsons evening');
    await fill(driver, 'Group', 'Spring beginners');
    await fill(driver, 'Date', '2027-05-08');
    await fill(driver, 'Start', '17:00');
    await fill(driver, 'Site', 'Crannoge Wood');
    await press(driver, 'Open the plan');
    await seeText(driver, 'No stops yet.');
    plan = new URL(await driver.getCurrentUrl()).pathname;
    for (const patch of [
      'Sorrel in the gate meadow',
      'Ramsons carpet by the burn',
      'Lily under the hazels',
      'Cress at the spring'
    ]) {
      const add = await driver.findElement(By.css(`button[aria-label="Add ${patch} as a stop"]`));
      await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', add);
      await add.click();
      await waitFor(`${patch} on the timetable`, async () => (await stopNames()).includes(patch));
    }
    const words = await timetable();
    expect(words).toMatch(/gather\s+ramsons/);
    expect(words).toMatch(/danger\s+lily of the valley/);
    expect(words).toMatch(/show\s+watercress/);
  });

  it('in another order by keyboard, which the clock follows and the server keeps', async () => {
    const { driver } = site;
    await visit(site, plan);
    const before = await stopNames();
    const handle = await driver.findElement(By.css(`[aria-label^="Move ${before[1]}"]`));
    await driver.executeScript('arguments[0].focus()', handle);
    await driver.actions().sendKeys(Key.ENTER).pause(150).sendKeys(Key.ARROW_UP).pause(300).perform();
    await driver.actions().sendKeys(Key.ESCAPE).perform();
    const expected = [before[1], before[0], ...before.slice(2)];
    await waitFor('the new order', async () => (await stopNames()).join() === expected.join());
    expect(await timetable()).toMatch(new RegExp(`17:00[\\s\\S]*${before[1]}`));
    await driver.sleep(500);
    await visit(site, plan);
    expect(await stopNames()).toEqual(expected);
  });

  it('in another order by mouse', async () => {
    const { driver } = site;
    const before = await stopNames();
    const handle = await driver.findElement(By.css(`[aria-label^="Move ${before[0]}"]`));
    await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', handle);
    await driver
      .actions()
      .move({ origin: handle })
      .press()
      .move({ origin: Origin.POINTER, x: 2, y: 20, duration: 200 })
      .move({ origin: Origin.POINTER, x: 0, y: 35, duration: 400 })
      .pause(300)
      .release()
      .perform();
    const expected = [before[1], before[0], ...before.slice(2)];
    await waitFor('the new order', async () => (await stopNames()).join() === expected.join());
    await driver.sleep(500);
    await visit(site, plan);
    expect(await stopNames()).toEqual(expected);
  });

  it('with minutes that move clock and checks while they are typed', async () => {
    const { driver } = site;
    const last = async () =>
      /Ends about (\d\d:\d\d)/.exec(await driver.findElement(By.css('main aside')).getText())![1]!;
    const before = await last();
    const [minutes] = await driver.findElements(By.css('#stops input[type=number]'));
    await minutes!.sendKeys(Key.chord(Key.CONTROL, 'a'), '75');
    await waitFor('a later end', async () => (await last()) > before);
    await minutes!.sendKeys(Key.chord(Key.CONTROL, 'a'), '240');
    await seeText(driver, 'Stop: longer than daylight');
    await minutes!.sendKeys(Key.chord(Key.CONTROL, 'a'), '15', Key.TAB);
    await waitFor('the daylight again', async () => (await last()) === before);
  });

  it('with talking points in bold and lists', async () => {
    const { driver } = site;
    const [name] = await stopNames();
    await driver.findElement(By.css(`button[aria-label="Change ${name}"]`)).click();
    const editor = await driver.wait(until.elementLocated(By.css('.ProseMirror')), patience);
    await editor.click();
    await driver.findElement(By.css('button[aria-label="Bold"]')).click();
    // A slash is a letter here, not the key that searches.
    await editor.sendKeys('Describe first / then name');
    await press(driver, 'Keep these changes');
    await waitFor(
      'the editor to close',
      async () => (await driver.findElements(By.css('.ProseMirror'))).length === 0
    );
    await visit(site, plan);
    await driver.findElement(By.css(`button[aria-label="Change ${name}"]`)).click();
    const bold = await driver.wait(until.elementLocated(By.css('.ProseMirror strong')), patience);
    expect(await bold.getText()).toBe('Describe first / then name');
  });

  it('asks for so many pieces as a patch has left, and is told how many', async () => {
    const { driver } = site;
    await visit(site, plan);
    await driver.findElement(By.css('button[aria-label="Details of Ramsons"]')).click();
    await fill(driver, 'Pieces for each person', '900');
    await press(driver, 'Keep these details');
    await seeText(driver, '900 each for 6 are 5400');
    await fill(driver, 'Pieces for each person', '1');
    await press(driver, 'Keep these details');
    await seeText(driver, '1 each reserved');
  });

  it('sets limits for the weather, and a half-filled one loses nothing', async () => {
    const { driver } = site;
    await visit(site, `${plan}/kit`);
    const type = async (id: string, words: string) =>
      (await driver.findElement(By.id(id))).sendKeys(Key.chord(Key.CONTROL, 'a'), words);
    await type('limit-lightning', 'thunder forecast');
    await press(driver, 'Keep the limits');
    await seeText(driver, 'lightning: Name who decides. lightning: Say when it is decided.');
    expect(await driver.findElement(By.id('limit-lightning')).getAttribute('value')).toBe('thunder forecast');
    await type('decides-lightning', 'Bram Oakhill');
    await type('when-lightning', 'the evening before');
    await press(driver, 'Keep the limits');
    await seeText(driver, 'The limits stand in the checks and in the brief.');
  });

  it('lifts what may be lifted with a reason, and publishes', async () => {
    const { driver } = site;
    await visit(site, plan);
    for (;;) {
      const lifts = await driver.findElements(By.xpath('//aside//button[contains(., "Lift …")]'));
      if (lifts.length === 0) break;
      await lifts[0]!.click();
      const reason = await driver.wait(until.elementLocated(By.css('main aside textarea')), patience);
      await reason.sendKeys('The bank stands two metres above the water.');
      const before = lifts.length;
      await press(driver, 'Lift this stop');
      await waitFor(
        'the stop lifted',
        async () =>
          (await driver.findElements(By.xpath('//aside//button[contains(., "Lift …")]'))).length < before
      );
    }
    await seeText(driver, 'Lifted:');
    await visit(site, `${plan}/brief`);
    await press(driver, 'Publish brief to 6 people');
    await seeText(driver, 'Version 1 is published');
    await seeText(driver, 'thunder forecast. Bram Oakhill decides, the evening before.');
  });

  it('takes the brief away as a PDF, with its progress shown', async () => {
    const { driver } = site;
    await press(driver, 'Pocket cards');
    await seeText(driver, 'Laying out the pages');
    await waitFor(
      'the PDF',
      async () =>
        (await driver.findElements(By.xpath('//*[contains(., "Laying out the pages")]'))).length === 0
    );
    expect(await driver.findElements(By.css('main [role=alert]'))).toEqual([]);
  });

  it('opens health notes as a leader, on the page only', async () => {
    const { driver } = site;
    await press(driver, 'Open the health notes');
    await seeText(driver, 'A stone, two years ago.');
    await press(driver, 'Close them');
  });
});

describe('the pages of a plan', () => {
  it('plan a class without map and legs', async () => {
    const { driver } = site;
    await visit(site, '/walks');
    await press(driver, 'Carrot family on the table');
    await seeText(driver, 'Two stems');
    expect(await driver.findElements(By.css('.leaflet-container'))).toEqual([]);
    expect(await timetable()).not.toMatch(/\d+ m, \d+ min/);
  });
});
