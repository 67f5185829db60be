import { By, until } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type Site,
  fill,
  openSite,
  patience,
  press,
  resize,
  seeText,
  seriousFindings,
  visit
} from '../support/browser';

let site: Site;
beforeAll(async () => {
  site = await openSite('empty');
  await resize(site.driver, 1280, 800);
});
afterAll(() => site.stop());

describe.sequential('an empty installation', () => {
  it('sets up the first owner in the browser, with messages for what is missing', async () => {
    const { driver } = site;
    await visit(site, '/');
    await seeText(driver, 'Set up your school');
    expect(await seriousFindings(driver)).toEqual([]);
    await fill(driver, 'Name of the school', 'Heronwell School');
    await fill(driver, 'Your name', 'Orla Quain');
    await fill(driver, 'Your e-mail', 'orla@heronwell.example');
    await fill(driver, 'Password', 'short');
    await press(driver, 'Set up the school');
    await seeText(driver, 'Choose at least 12 characters');
    await fill(driver, 'Password', 'gravel candle ninety otters');
    await press(driver, 'Set up the school');
    await driver.wait(until.urlContains('/today'), patience);
  });

  it('tells the owner what belongs on empty pages', async () => {
    for (const [path, words] of [
      ['/today', 'To the first brief'],
      ['/ground', 'No site yet'],
      ['/walks/new', 'A walk needs a site first'],
      ['/practice', 'No walk of yours is coming up'],
      ['/people/outbox', 'Nothing waits']
    ] as const) {
      await visit(site, path);
      await seeText(site.driver, words);
    }
  });

  it('begins a site with where it is, and takes a patch where somebody points', async () => {
    const { driver } = site;
    await visit(site, '/ground');
    await fill(driver, 'Its name', 'Heronwell Wood');
    await fill(driver, 'Coordinates or grid reference', 'SM 92 27');
    await seeText(driver, 'on the British National Grid');
    await press(driver, 'Add this site');
    await seeText(driver, 'Point at the map where something grows');
    const map = await driver.findElement(By.css('main [role="region"]'));
    await driver.actions().move({ origin: map, x: 40, y: -20 }).click().perform();
    await fill(driver, 'Which plant', 'blackberry');
    await fill(driver, 'Name of the patch', 'Bramble bank');
    await press(driver, 'Add this patch');
    await seeText(driver, 'Added Bramble bank.');
    await seeText(driver, 'Point at the map where something grows');
    expect(await seriousFindings(driver)).toEqual([]);
  });

  it('shows a pasted list of people as it understands it, and takes who is ticked', async () => {
    const { driver } = site;
    await visit(site, '/people/list');
    await fill(driver, 'The list', 'Tess Alder, tess@heronwell.example\nOna Vik, 12\nOrla Quain\nBad, no@');
    await seeText(driver, 'Somebody of this name is on the list already.');
    await seeText(driver, 'is no e-mail address');
    expect(await seriousFindings(driver)).toEqual([]);
    await press(driver, 'Add 2 people');
    await seeText(driver, '2 people added.');
  });

  it('invites a learner by a link that opens once', async () => {
    const { driver } = site;
    await visit(site, '/people');
    await fill(driver, 'Name', 'Finn Aldery');
    await fill(driver, 'E-mail address', 'finn@heronwell.example');
    await press(driver, 'Add to the school');
    await seeText(driver, 'Send the invitation now');
    const letter = await driver.findElement(By.css('textarea[readonly]'));
    const text = await letter.getAttribute('value');
    const path = new URL(/http\S+/.exec(text!)![0]).pathname;
    await driver.manage().deleteAllCookies();
    await visit(site, path);
    await fill(driver, 'Password', 'heron ladder velvet Tuesday');
    await press(driver, 'Come in with this password');
    await driver.wait(until.urlContains('/today'), patience);
    await driver.manage().deleteAllCookies();
    await visit(site, path);
    await seeText(driver, 'This invitation was used already.');
  });

  it('refuses a form that another site sends', async () => {
    const response = await fetch(`${site.origin}/sign-in`, {
      method: 'POST',
      headers: { origin: 'http://elsewhere.example', 'content-type': 'application/x-www-form-urlencoded' },
      body: 'email=a&password=b'
    });
    expect(response.status).toBe(403);
  });
});
