import { By, Key, until } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type Site,
  answerQuestion,
  fill,
  importTracks,
  leaveQuestion,
  openSite,
  patience,
  planWalk,
  press,
  resize,
  seeText,
  seriousFindings,
  signInAs,
  visit
} from '../support/browser';

let site: Site;
let walkPath = '';
beforeAll(async () => {
  site = await openSite('demo');
  await resize(site.driver, 1280, 800);
});
afterAll(() => site.stop());

describe.sequential('from a track to a learner’s progress', () => {
  it('imports a track of one’s own, and explains a broken one without changing anything', async () => {
    await signInAs(site, 'Instructor');
    await importTracks(site);
  });

  it('refuses a walk in the past and keeps what was typed', async () => {
    const { driver } = site;
    await planWalk(site, 'Ramsons morning', '2027-04-01');
    await seeText(driver, 'This day is past: today is Sat 24 April 2027.');
    expect(await driver.findElement(By.name('name')).getAttribute('value')).toBe('Ramsons morning');
    await fill(driver, 'Date', '2027-04-26');
    await press(driver, 'Open the plan');
    await seeText(driver, 'No stops yet.');
    walkPath = new URL(await driver.getCurrentUrl()).pathname;
  });

  it('refuses a stop without a place, then adds one at a patch', async () => {
    const { driver } = site;
    await fill(driver, 'Name', 'Nowhere');
    await press(driver, 'Add this stop');
    await seeText(driver, 'A stop needs a place');
    await fill(driver, 'Patch', 'Ramsons carpet');
    await press(driver, 'Add this stop');
    await driver.wait(until.elementLocated(By.xpath('//main//ol//strong[contains(., "Nowhere")]')), patience);
  });

  it('shows the lookalikes that the engine adds, with the separating set; and refuses a taxon twice', async () => {
    const { driver } = site;
    await visit(site, walkPath);
    await press(driver, 'Add a taxon to a stop');
    await fill(driver, 'Taxon', 'Ramsons');
    await fill(driver, 'Role', 'show');
    await press(driver, 'Add this taxon');
    await seeText(driver, 'sheen of the underside + leaf and stalk');
    for (const name of ['Lily of the valley', 'Lords-and-ladies', 'Autumn crocus'])
      await seeText(driver, name);
    await press(driver, 'Add this taxon');
    await seeText(driver, 'Ramsons is planned at Nowhere already');
  });

  it('says ‘not at this stage’ with the first date', async () => {
    const { driver } = site;
    await fill(driver, 'Taxon', 'Three-cornered garlic');
    await fill(driver, 'Role', 'show');
    await press(driver, 'Add this taxon');
    await seeText(driver, 'Not at this stage:');
    await seeText(driver, 'does not tell it from');
    await seeText(driver, 'Bluebell');
    await seeText(driver, 'First from');
  });

  it('holds the brief back without emergency numbers, and publishes it with them', async () => {
    const { driver } = site;
    await visit(site, '/school');
    await fill(driver, 'Emergency numbers', Key.DELETE);
    await press(driver, 'Save the settings');
    await seeText(driver, 'Saved.');
    await visit(site, `${walkPath}/brief`);
    await seeText(driver, 'Waits for: no emergency numbers');
    await visit(site, '/school');
    await fill(driver, 'Emergency numbers', 'Emergency call 112');
    await press(driver, 'Save the settings');
    await seeText(driver, 'should read like');
    await fill(driver, 'Emergency numbers', 'Emergency call: 112');
    await press(driver, 'Save the settings');
    await seeText(driver, 'Saved.');
    await visit(site, `${walkPath}/brief`);
    await press(driver, 'Publish brief to 6 people');
    await seeText(driver, 'Version 1 is published');
    await seeText(driver, 'If any one is missing: leave it.');
  });

  it('lets a learner read that brief and do a round on its pairs by keyboard', async () => {
    const { driver } = site;
    await signInAs(site, 'Learner');
    await visit(site, walkPath);
    await seeText(driver, 'Brief, version 1');
    await visit(site, `${walkPath}/practise`);
    await press(driver, 'Start a round');
    await driver.wait(until.urlMatches(/practice\/[0-9a-f-]{36}/), patience);
    const met = new Set<string>();
    for (let number = 1; ; number += 1) {
      await seeText(driver, `question ${number} of`);
      await driver.sleep(250);
      met.add(await answerQuestion(driver, true));
      if (await leaveQuestion(driver)) break;
    }
    expect(met.size).toBeGreaterThan(2);
    await seeText(driver, 'Round done');
    await press(driver, 'See your progress');
    await seeText(driver, 'not ready yet for');
  });

  it('shows the instructor that progress, with the dangerous gathers apart', async () => {
    const { driver } = site;
    await signInAs(site, 'Instructor');
    await visit(site, `${walkPath}/practise`);
    await seeText(driver, 'Imke Sandvoss');
    const row = await driver.findElement(By.xpath('//tr[contains(., "Imke Sandvoss")]')).getText();
    expect(row).toMatch(/[1-9]\d* of \d+/);
  });

  it('searches everything from any page by one key', async () => {
    const { driver } = site;
    await visit(site, '/today');
    await driver.actions().sendKeys('/').perform();
    await driver.wait(until.urlContains('/search'), patience);
    await driver.sleep(300);
    await driver.actions().sendKeys('cigue').perform();
    await seeText(driver, 'Conium maculatum, Grande ciguë');
    expect(await seriousFindings(driver)).toEqual([]);
  });

  it('shows nothing at another school’s address, or at one that does not exist', async () => {
    const { driver } = site;
    await visit(site, '/walks/0192f000-0000-7000-8000-00000000beef');
    await seeText(driver, 'There is no such walk in your school.');
    await visit(site, '/ground/not-an-id');
    await seeText(driver, 'There is no such site in your school.');
  });

  it('sends learners away from what is not theirs', async () => {
    await signInAs(site, 'Learner');
    await visit(site, '/people');
    await seeText(site.driver, 'Only owners and instructors can do this.');
  });
});
