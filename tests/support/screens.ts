import { By, until } from 'selenium-webdriver';
import { afterAll, beforeAll, expect, it } from 'vitest';
import {
  type Site,
  answerQuestion,
  drillTitle,
  leaveQuestion,
  openSite,
  press,
  resize,
  scrollsSideways,
  seriousFindings,
  signInAs,
  visit
} from './browser';

type Look = readonly [theme: 'day' | 'dusk' | 'sun', width: number, height: number];

/** The first of the things that a page lists. */
async function firstPath(site: Site, list: string, place: string): Promise<string> {
  await visit(site, list);
  const links = await site.driver.findElements(By.css(`main a[href^="/${place}/"]`));
  for (const link of links) {
    const path = new URL((await link.getAttribute('href'))!).pathname;
    if (/^\/[a-z]+\/[0-9a-f-]{36}$/.test(path)) return path;
  }
  throw new Error(`${list} lists nothing`);
}

/** Tests that every screen of the demo can be read and used by all, in some themes and sizes. */
export function everyScreen(looks: readonly Look[]): void {
  let site: Site;
  let walkPath = '';
  let sitePath = '';
  beforeAll(async () => {
    site = await openSite('demo');
    await signInAs(site, 'Instructor');
    walkPath = await firstPath(site, '/walks', 'walks');
    sitePath = await firstPath(site, '/ground', 'ground');
  });
  afterAll(() => site.stop());

  /** Long pages of the same parts as others: looked at in two of the three themes. */
  const plates = '/species/plates?family=Apiaceae';
  const handful = '/species/handful?plant=allium-ursinum~leaf&other=arum-maculatum~leaf&wrong=2';
  const longPages = new Set([
    '/species',
    '/species/families',
    '/species/arum-maculatum/correct?stage=flower',
    '/species/confirm',
    '/species/exchange',
    '/species/own',
    plates
  ]);
  const comparing =
    '/species/compare?plant=daucus-carota~flower&plant=conium-maculatum~flower&plant=cicuta-virosa~flower';
  const lookingCloser = '/species/look-closer?see=flower-colour~white&see=stem-marks~blotched&cannot=scent';
  const leading = () => [
    '/today',
    '/ground',
    sitePath,
    '/walks',
    '/walks/new',
    walkPath,
    `${walkPath}/day`,
    `${walkPath}/brief`,
    `${walkPath}/practise`,
    '/species',
    '/species/conium-maculatum?stage=flower',
    '/species/allium-ursinum/apart',
    '/species/arum-maculatum/correct?stage=flower',
    '/species/families',
    comparing,
    lookingCloser,
    plates,
    handful,
    '/species/allium-ursinum/photographs',
    '/species/confirm',
    '/species/confirm/arum-maculatum',
    '/species/changes',
    '/species/exchange',
    '/species/own',
    '/practice',
    '/progress',
    '/quizzes',
    '/people',
    '/people/outbox',
    '/school',
    '/search?q=carrot',
    '/me'
  ];
  const learning = () => [
    '/today',
    '/walks',
    `${walkPath}/brief`,
    `${walkPath}/practise`,
    '/practice',
    '/species',
    comparing,
    lookingCloser,
    '/progress',
    '/me'
  ];

  it.each(looks)(
    'has nothing serious for axe and does not scroll sideways in %s at %i × %i',
    async (theme, width, height) => {
      const { driver } = site;
      const findings: string[] = [];
      // What instructors see was looked at whole in the first theme; the others change colours and sizes.
      let about: 'theme' | 'everything' = 'everything';
      const look = async (path: string) => {
        await visit(site, path);
        for (const finding of await seriousFindings(driver, about)) findings.push(`${path} ${finding}`);
        if (await scrollsSideways(driver)) findings.push(`${path} scrolls sideways`);
      };
      await resize(driver, width, height);
      await driver.manage().deleteAllCookies();
      await look('/sign-in');
      for (const [role, paths] of [
        ['Instructor', leading()],
        // Learners see parts of the same pages: their colours after dark are known by then.
        ['Learner', theme === 'dusk' ? [] : learning()]
      ] as const) {
        about = theme === 'day' || role === 'Learner' ? 'everything' : 'theme';
        await signInAs(site, role);
        await driver.manage().addCookie({ name: 'theme', value: theme, path: '/' });
        for (const path of paths) if (theme !== 'dusk' || !longPages.has(path)) await look(path);
      }
      await visit(site, '/practice');
      await press(driver, 'Start a round on it');
      await driver.wait(until.urlMatches(/practice\/[0-9a-f-]{36}/), 15_000);
      const lookAtDrill = async (state: string) => {
        for (const finding of await seriousFindings(driver)) findings.push(`${state} ${finding}`);
        if (await scrollsSideways(driver)) findings.push(`${state} scrolls sideways`);
      };
      // Each kind of drill once as it is asked and once as it is answered; in the other themes the first few.
      const looked = new Set<string>();
      for (let number = 1; number <= (theme === 'day' ? 10 : 3); number += 1) {
        const title = await drillTitle(driver);
        const isNew = !looked.has(title);
        looked.add(title);
        if (isNew) await lookAtDrill(`${title}, asked`);
        await answerQuestion(driver, number % 2 === 0);
        if (isNew) await lookAtDrill(`${title}, answered`);
        if (await leaveQuestion(driver)) break;
      }
      expect(findings).toEqual([]);
    }
  );

  it('runs no script or style that the policy forbids', async () => {
    const entries = await site.driver.manage().logs().get('browser');
    expect(
      entries.map(({ message }) => message).filter((message) => /Content Security Policy/.test(message))
    ).toEqual([]);
  });
}
