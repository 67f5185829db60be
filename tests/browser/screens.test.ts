import { until } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { fillerFor } from '../support/addresses';
import {
  type Site,
  answerQuestion,
  drillTitle,
  keepAxe,
  leaveQuestion,
  openSite,
  patience,
  press,
  resize,
  signInAs,
  visit
} from '../support/browser';
import { allPages, nameAllAlike, typicalPages, wrongIn, wrongWith } from '../support/screens';

/**
 * Every screen, by day and in the themes for the field. Names, labels and places are there twice, and somebody is
 * erased: each still shows itself.
 */

let site: Site;
beforeAll(async () => {
  site = await openSite('demo');
  await resize(site.driver, 1280, 800);
  await keepAxe(site.driver);
  await nameAllAlike(site);
});
afterAll(() => site.stop());

const textOf = () => site.driver.executeScript<string>('return document.body.innerText');

describe('every page', () => {
  const seen = { asItStands: [] as string[], inTheSun: [] as string[], afterDark: [] as string[] };
  beforeAll(async () => {
    await signInAs(site, 'Owner');
    const typical = await typicalPages(site);
    for (const path of await allPages(site)) {
      await visit(site, path);
      seen.asItStands.push(...(await wrongWith(site, path)));
      const text = await textOf();
      if (text.trim().length < 60 || text.includes('not your doing'))
        seen.asItStands.push(`${path} is blank`);
      const isTypical = typical.includes(path);
      if (isTypical) seen.afterDark.push(...(await wrongIn(site, path, 'dusk', 'theme')));
      seen.inTheSun.push(...(await wrongIn(site, path, 'sun', isTypical ? 'theme' : 'width')));
    }
  });

  it('comes alive, has nothing serious for axe and does not scroll sideways', () => {
    expect(seen.asItStands).toEqual([]);
  });

  it('does not scroll sideways on a phone in the sun; words can be read and targets hit', () => {
    expect(seen.inTheSun).toEqual([]);
  });

  it('can be read after dark', () => {
    expect(seen.afterDark).toEqual([]);
  });
});

describe('at a desk', () => {
  it('each kind of drill, asked and answered, and what a stranger sees, have nothing serious either', async () => {
    const { driver } = site;
    await driver.manage().deleteAllCookies();
    await visit(site, '/sign-in');
    const findings = await wrongWith(site, '/sign-in');
    await signInAs(site, 'Learner');
    await visit(site, '/practice');
    await press(driver, 'Start a round on it');
    await driver.wait(until.urlMatches(/practice\/[0-9a-f-]{36}/), patience);
    const looked = new Set<string>();
    for (let number = 1; number <= 10; number += 1) {
      const title = await drillTitle(driver);
      const isNew = !looked.has(title);
      looked.add(title);
      if (isNew) findings.push(...(await wrongWith(site, `${title}, asked`)));
      await answerQuestion(driver, number % 2 === 0);
      if (isNew) findings.push(...(await wrongWith(site, `${title}, answered`)));
      if (await leaveQuestion(driver)) break;
    }
    expect(findings).toEqual([]);
    expect(looked.size).toBeGreaterThan(3);
  });

  it('a brief of a learner has its numbers, both of them', async () => {
    await signInAs(site, 'Learner');
    const fill = await fillerFor(site.database.superuser);
    await visit(site, fill('/walks/[walk]/brief'));
    const text = await textOf();
    expect(text).toContain('112');
    expect(text).toContain('999');
  });
});

describe('on a phone', () => {
  it('what learners see has nothing serious for axe, and does not scroll sideways', async () => {
    await resize(site.driver, 390, 844);
    await signInAs(site, 'Learner');
    const teaching = /ground|season|people|\/day$/;
    const findings: string[] = [];
    for (const path of [...(await typicalPages(site)).filter((path) => !teaching.test(path)), '/me']) {
      await visit(site, path);
      findings.push(...(await wrongWith(site, path)));
    }
    expect(findings).toEqual([]);
  });
});

it('nothing of a page is shown by Back once somebody has signed out', async () => {
  await signInAs(site, 'Owner');
  const fill = await fillerFor(site.database.superuser);
  await visit(site, fill('/walks/[walk]/group'));
  expect(await textOf()).toContain('Anna Twin');
  await site.driver.manage().deleteAllCookies();
  await visit(site, '/sign-in');
  await site.driver.navigate().back();
  await site.driver.sleep(600);
  expect(await textOf()).not.toContain('Anna Twin');
});

it('no script or style runs that the policy forbids', async () => {
  const entries = await site.driver.manage().logs().get('browser');
  const said = entries.map(({ message }) => message);
  expect(said.filter((message) => /Content Security Policy/.test(message))).toEqual([]);
});
