import { By, type WebDriver, until } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { WalkEvent } from '../../src/core/field';
import {
  type Site,
  fill,
  flightMode,
  openSite,
  clickOn,
  patience,
  press,
  resize,
  seeText,
  signInAs,
  startChromium,
  visit
} from '../support/browser';
import { wrongWith } from '../support/screens';

/** A walk on two phones in flight mode, reloaded and killed in between; every act stands on the server once. */

let site: Site;
let phones: [WebDriver, WebDriver];
let walkId = '';
beforeAll(async () => {
  site = await openSite('demo');
  phones = [site.driver, await startChromium()];
  for (const driver of phones) await resize(driver, 390, 844);
});
afterAll(async () => {
  await phones[1].quit();
  await site.stop();
});

const on = (driver: WebDriver): Site => ({ ...site, driver });

const pin = '204857';

/** Taps a key by its words, wherever it stands on the screen. */
async function tap(driver: WebDriver, words: string): Promise<void> {
  const at = By.xpath(
    `//*[self::button or self::a or self::summary][contains(normalize-space(.), ${JSON.stringify(words)})]`
  );
  await clickOn(driver, at, words);
  await driver.sleep(150);
}

/** Taps every key that says just this: one for each person, or each limit. */
async function tapAll(driver: WebDriver, words: string): Promise<void> {
  await seeText(driver, words);
  for (const key of await driver.findElements(
    By.xpath(`//button[normalize-space(.)=${JSON.stringify(words)}]`)
  )) {
    await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', key);
    await key.click();
    await driver.sleep(80);
  }
}

const field = (hash = 'sheet') => `/field?walk=${walkId}#${hash}`;
/** Another screen of the walk; a reload, as after the page was killed. */
const reopen = async (driver: WebDriver, hash = 'sheet') => {
  await driver.get('about:blank');
  await visit(on(driver), field(hash));
  await seeText(driver, 'Ill or hurt');
};
const heading = (driver: WebDriver) => driver.findElement(By.css('h1')).getText();

async function takeAlong(driver: WebDriver, role: 'Instructor' | 'Assistant'): Promise<void> {
  await signInAs(on(driver), role);
  await visit(on(driver), '/walks');
  await press(driver, 'Wood in leaf');
  await driver.wait(until.urlMatches(/\/walks\/[0-9a-f-]{36}/), patience);
  walkId = /[0-9a-f-]{36}/.exec(await driver.getCurrentUrl())![0];
  await visit(on(driver), `/walks/${walkId}/walk`);
  await press(driver, 'Take it along');
  await seeText(driver, 'Ready without network');
  await fill(driver, 'A PIN of 6 or more', pin);
  await fill(driver, 'The same again', pin);
  await press(driver, 'Take them along, locked');
  await seeText(driver, '2 notes locked');
}

const stored = async (): Promise<WalkEvent[]> => {
  const answer = await phones[0].executeAsyncScript<{ events: unknown[] }>(
    'const [id, done] = arguments; fetch(`/api/walks/${id}/events`).then((one) => one.json()).then(done)',
    walkId
  );
  return answer.events.map((one) => WalkEvent.parse(one));
};

describe.sequential('two phones without network', () => {
  it('take the walk along, and prove that it opens', async () => {
    await takeAlong(phones[0], 'Instructor');
    await takeAlong(phones[1], 'Assistant');
    for (const driver of phones) {
      await flightMode(driver, true);
      await reopen(driver);
      expect(await heading(driver)).toBe('Before setting out');
    }
  });

  it('do not set out before everybody was asked for, it was decided, and heads were counted', async () => {
    const [one] = phones;
    await tap(one, 'Who is here');
    await tapAll(one, 'here');
    await tap(one, 'All 6 here');
    await tap(one, 'Go or not');
    await tapAll(one, 'held');
    await tap(one, 'We go');
    await seeText(one, 'To the first stop');
    expect(await wrongWith({ driver: one }, 'who is here')).toEqual([]);
    // The page is killed, and what was tapped is there.
    await reopen(one);
    await tap(one, 'Arrived at Gate meadow');
    await seeText(one, 'Warn first');
    expect(await wrongWith({ driver: one }, 'run sheet')).toEqual([]);
  });

  it('warn first, hear the signs, then uncover the name', async () => {
    const [one] = phones;
    await tap(one, 'Warn first');
    while ((await one.findElements(By.xpath('//button[contains(., "Said, not seen")]'))).length > 0)
      await tap(one, 'Said, not seen');
    await tap(one, 'name covered');
    await seeText(one, 'What do you see?');
    expect(await one.findElement(By.css('main')).getText()).not.toContain('orrel');
    for (const sign of ['pointed lobes straight back', 'feathered', 'a ragged papery tube'])
      await tap(one, sign);
    await seeText(one, 'That is no leave to eat');
    expect(await wrongWith({ driver: one }, 'evidence')).toEqual([]);
    await tap(one, 'Uncover the name');
    await seeText(one, 'Rumex acetosa');
  });

  it('count against their share, hand one over by a code, and never go beyond it unsaid', async () => {
    const [one, two] = phones;
    await reopen(one, 'take/rumex-acetosa/leaf');
    await tap(one, 'Yes, by these rules');
    await tap(one, '+5');
    await seeText(one, 'left on this phone');
    const counted = async (driver: WebDriver) =>
      Number(/(\d+)\s*of \d+/.exec(await driver.findElement(By.css('main')).getText())![1]);
    const room = async (driver: WebDriver) =>
      Number(/(\d+) left/.exec(await driver.findElement(By.css('main')).getText())![1]);
    await one.wait(async () => (await counted(one)) === 5, patience);
    const before = await room(one);
    await tap(one, 'Hand a share over');
    await fill(one, 'Pieces', '4');
    await fill(one, 'To phone', '2');
    await tap(one, 'this phone’s share falls at once');
    const code = /\d{4} \d{4} \d{4} \d{2}/.exec(await one.findElement(By.css('main')).getText())![0];
    await one.wait(async () => (await room(one)) === before - 4, patience);
    expect(await wrongWith({ driver: one }, 'count')).toEqual([]);
    // The other phone has no network either: it goes through its own day up to the same stop.
    await tap(two, 'Who is here');
    await tapAll(two, 'here');
    await tap(two, 'All 6 here');
    await tap(two, 'Go or not');
    await tapAll(two, 'held');
    await tap(two, 'We go');
    await reopen(two);
    await tap(two, 'Arrived at Gate meadow');
    await reopen(two, 'take/rumex-acetosa/leaf');
    await tap(two, 'Yes, by these rules');
    const own = await room(two);
    await tap(two, 'Hand a share over');
    await fill(
      two,
      'A code from another phone',
      code.replace(/\d$/, (digit) => String((Number(digit) + 1) % 10))
    );
    await tap(two, 'Take over');
    await seeText(two, 'A digit is wrong');
    await fill(two, 'A code from another phone', code);
    await tap(two, 'Take over');
    await two.wait(async () => (await room(two)) === own + 4, patience);
    await tap(two, '+1 for each');
    await two.wait(async () => (await room(two)) === own + 4 - 6, patience);
  });

  it('look through every basket before anybody tastes, and again once something dangerous was in one', async () => {
    const [one] = phones;
    await reopen(one, 'baskets');
    await tap(one, 'The group: ');
    await tap(one, 'All pieces were looked at');
    await tap(one, 'The group: ');
    const more = await one.findElement(By.css('button[aria-label="One more taken out"]'));
    await one.executeScript('arguments[0].scrollIntoView({ block: "center" })', more);
    await more.click();
    await tap(one, 'Lords-and-ladies');
    await tap(one, 'All pieces were looked at');
    await seeText(one, 'Taken for common sorrel');
    await reopen(one, 'baskets');
    await seeText(one, 'all baskets again');
    expect(await wrongWith({ driver: one }, 'baskets')).toEqual([]);
  });

  it('somebody ate something: the calls stand first, and what was noted is kept', async () => {
    const [one] = phones;
    await reopen(one, 'harm');
    await tap(one, 'ate something');
    await fill(one, 'Who', 'Piet Lackenby');
    await fill(one, 'How much', 'half a leaf');
    await tap(one, 'sample kept');
    await tap(one, 'Keep it');
    await seeText(one, 'For the ambulance');
    expect(await wrongWith({ driver: one }, 'ill or hurt')).toEqual([]);
  });

  it('open health notes by the PIN alone, and shut them when they are left', async () => {
    const [, two] = phones;
    await reopen(two, 'health');
    const open = async (typed: string) => {
      await fill(two, 'PIN', typed);
      await tap(two, 'Open them');
    };
    await open('204858');
    await seeText(two, '4 tries left');
    await open(pin);
    await seeText(two, 'A stone, two years ago');
    expect(await wrongWith({ driver: two }, 'health notes')).toEqual([]);
    await reopen(two, 'health');
    expect(await two.findElement(By.css('main')).getText()).not.toContain('A stone');
  });

  it('send everything once there is network, each act once, and both have the same day', async () => {
    for (const driver of phones) {
      await flightMode(driver, false);
      await reopen(driver, 'walk');
      await tap(driver, 'Send now');
      await seeText(driver, 'Everything was sent.');
    }
    await tap(phones[0], 'Send now');
    const events = await stored();
    const kinds = (kind: WalkEvent['kind']) => events.filter((one) => one.kind === kind).length;
    expect(new Set(events.map(({ id }) => id)).size).toBe(events.length);
    expect(events.filter(({ phone }) => phone === 1).length).toBeGreaterThan(15);
    expect({
      attendance: kinds('attendance'),
      over: kinds('handed over'),
      taken: kinds('taken over'),
      counted: kinds('taken'),
      baskets: kinds('basket'),
      incidents: kinds('incident'),
      looks: kinds('health opened')
    }).toEqual({ attendance: 12, over: 1, taken: 1, counted: 7, baskets: 2, incidents: 1, looks: 1 });
    const kept = await phones[0].executeAsyncScript<string[]>(
      `const [done] = arguments; indexedDB.open('good-trail-field').onsuccess = ({ target }) =>
         target.result.transaction('events').objectStore('events').getAll().onsuccess = ({ target: { result } }) =>
           done(result.map(({ id }) => id));`
    );
    await phones[0].sleep(500);
    expect(kept.length).toBeLessThanOrEqual(events.length);
    await visit(site, `/walks/${walkId}/after`);
    await seeText(phones[0], 'What was taken');
    expect(await wrongWith(site, 'after the walk')).toEqual([]);
    await seeText(phones[0], '1: 5, 2: 6');
  });

  it('signing out takes the walk off the phone; a session that merely ran out does not', async () => {
    const [one, two] = phones;
    await two.manage().deleteAllCookies();
    await reopen(two);
    expect(await heading(two)).toContain('Gate meadow');
    await visit(site, '/me');
    await press(one, 'Sign out here');
    await one.wait(until.urlContains('signed-out'), patience);
    await seeText(one, 'off this device');
    await visit(site, field());
    await seeText(one, 'This walk is not on this phone');
  });
});

it('a learner reads the brief, looks closer and looks words up without network', async () => {
  const [driver] = phones;
  await signInAs(site, 'Learner');
  await visit(site, `/walks/${walkId}/brief`);
  await press(driver, 'Keep it on this phone');
  await seeText(driver, 'open without network');
  await flightMode(driver, true);
  await visit(site, field('brief'));
  await seeText(driver, 'Emergency call');
  await tap(driver, 'Ramsons or');
  await seeText(driver, 'Every piece is checked');
  await tap(driver, 'Look closer');
  await seeText(driver, 'Nothing is entered yet');
  await driver.findElement(By.css('section[aria-label="Next check"] li a')).click();
  await seeText(driver, 'You have seen');
  await seeText(driver, 'Leave it');
  expect(await wrongWith({ driver }, 'a learner looks closer')).toEqual([]);
  await tap(driver, 'Ramsons');
  await driver.wait(until.elementLocated(By.css("main figure img[src^='data:image/svg']")), patience);
  expect(await wrongWith({ driver }, 'a plant drawn on the phone')).toEqual([]);
  await tap(driver, 'Words');
  await fill(driver, 'A word', 'sheath');
  await seeText(driver, 'leaf stalk and sheath');
  expect(await wrongWith({ driver }, 'words')).toEqual([]);
  await flightMode(driver, false);
});
