import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Site, openSite, resize, signInAs } from '../support/browser';
import { fillerFor, places } from '../support/addresses';

/** Names, labels and places that are there twice, and people who are erased: every page still shows itself. */

let site: Site;
beforeAll(async () => {
  site = await openSite('demo');
  await resize(site.driver, 1280, 800);
  const admin = new pg.Client({ connectionString: site.database.superuser });
  await admin.connect();
  // Everything that people name bears one name; those who are erased bear one as well.
  for (const [table, column] of [
    ['person', 'name'],
    ['cohort', 'name'],
    ['site', 'name'],
    ['patch', 'name'],
    ['walk', 'name'],
    ['stop', 'name'],
    ['quiz', 'name'],
    ['source', 'citation']
  ])
    await admin.query(`update ${table} set ${column} = 'Anna Twin'`);
  await admin.query(
    "update person set name = 'Erased person', role = 'guest' where role = 'learner' and is_minor"
  );
  await admin.query(
    `update school set emergency_numbers = '[{"label":"Call","number":"112"},{"label":"Call","number":"999"}]'`
  );
  await admin.query(
    `update walk set weather = weather || weather || '[{"kind":"fog","limit":"50 km/h","decides":"Anna Twin","when":"08:00"},{"kind":"fog","limit":"50 km/h","decides":"Anna Twin","when":"08:00"}]'`
  );
  await admin.query(
    `update brief set document = document
       || jsonb_build_object('contact', document -> 'contact' || (document -> 'contact'),
                             'dangers', document -> 'dangers' || (document -> 'dangers'),
                             'harvest', document -> 'harvest' || (document -> 'harvest'))
       || jsonb_build_object('front', document -> 'front' || '{"emergencyNumbers":[{"label":"Call","number":"112"},{"label":"Call","number":"999"}]}')`
  );
  await admin.end();
}, 120_000);
afterAll(() => site.stop());

describe('with everything named alike', () => {
  it('every page of an owner stays on the screen', async () => {
    const fill = await fillerFor(site.database.superuser);
    const searches = ['/search?q=anna', '/search?q=erased'];
    const pages = places()
      .filter(({ isPage, route }) => isPage && !/sign-in|set-up|welcome|new-password|\/confirm$/.test(route))
      .map(({ route }) => fill(route));
    await signInAs(site, 'Owner');
    const blank: string[] = [];
    for (const path of [...pages, ...searches]) {
      await site.driver.get(site.origin + path);
      const isAlive = await site.driver
        .wait(
          async () =>
            site.driver.executeScript<boolean>('return document.documentElement.dataset.alive === "yes"'),
          6000
        )
        .then(
          () => true,
          () => false
        );
      await site.driver.sleep(60);
      const letters = await site.driver.executeScript<number>('return document.body.innerText.trim().length');
      const text = await site.driver.executeScript<string>('return document.body.innerText');
      if (!isAlive || letters < 60 || text.includes('not your doing'))
        blank.push(`${path}: ${letters} letters`);
    }
    expect(blank).toEqual([]);
  });

  it('a brief of a learner has its numbers, both of them', async () => {
    await signInAs(site, 'Learner');
    const fill = await fillerFor(site.database.superuser);
    await site.driver.get(`${site.origin}${fill('/walks/[walk]/brief')}`);
    await site.driver.sleep(600);
    const text = await site.driver.executeScript<string>('return document.body.innerText');
    expect(text).toContain('112');
    expect(text).toContain('999');
  });

  it('nothing of a page is shown by Back once somebody has signed out', async () => {
    await signInAs(site, 'Owner');
    const fill = await fillerFor(site.database.superuser);
    await site.driver.get(`${site.origin}${fill('/walks/[walk]/group')}`);
    await site.driver.sleep(400);
    expect(await site.driver.executeScript<string>('return document.body.innerText')).toContain('Anna Twin');
    await site.driver.manage().deleteAllCookies();
    await site.driver.get(`${site.origin}/sign-in`);
    await site.driver.navigate().back();
    await site.driver.sleep(600);
    expect(await site.driver.executeScript<string>('return document.body.innerText')).not.toContain(
      'Anna Twin'
    );
  });
});
