import { gzipSync } from 'node:zlib';
import { By, type WebDriver } from 'selenium-webdriver';
import { type WalkEvent, fieldDay } from '../src/core/field';
import {
  type Site,
  flightMode,
  openSite,
  press,
  resize,
  seeText,
  signInAs,
  visit
} from '../tests/support/browser';
import { ids, packOf, setOut, taken, tapped } from '../tests/support/field';
import { type Figure, medianMs, quantile } from './figure';

const taps = 12;
const queued = 500;

/** A day of so many events: counts, with every tenth taken back. */
function longDay(events: number): WalkEvent[] {
  const day: WalkEvent[] = setOut();
  for (let i = 0; day.length < events; i += 1) {
    const event = taken(i / 10, 1, { person: i % 2 ? ids.ada : ids.ben, phone: 1 + (i % 2) });
    day.push(event);
    if (i % 10 === 9) day.push(tapped('taken back', i / 10, { event: event.id }, { phone: event.phone }));
  }
  return day;
}

const slowDown = (driver: WebDriver, rate: number) =>
  (
    driver as WebDriver & { sendDevToolsCommand(command: string, parameters: object): Promise<void> }
  ).sendDevToolsCommand('Emulation.setCPUThrottlingRate', { rate });

/** Brings so many waiting events to the server out of the phone's store. @returns milliseconds */
const sendQueue = (driver: WebDriver, walkId: string): Promise<number> =>
  driver.executeAsyncScript<number>(
    `const [walkId, queued, done] = arguments;
     const request = indexedDB.open('good-trail-field');
     request.onsuccess = async () => {
       const db = request.result;
       const all = (name) => new Promise((tell) => (db.transaction(name).objectStore(name).getAll().onsuccess = ({ target }) => tell(target.result)));
       const [{ owner }] = await all('packs');
       const tx = db.transaction('events', 'readwrite');
       for (let i = 0; i < queued; i += 1) {
         const id = crypto.randomUUID();
         tx.objectStore('events').add({ id, walkId, owner, state: 'waiting', order: i + 1, event: { id, walkId, by: owner, phone: 1, kind: 'remark', about: 'bench', words: 'one of many', at: new Date().toISOString(), offsetMs: 0 } });
       }
       await new Promise((tell) => (tx.oncomplete = tell));
       const from = performance.now();
       [...document.querySelectorAll('button')].find((one) => one.textContent.includes('Send now')).click();
       const look = async () => {
         const left = (await all('events')).filter(({ state }) => state === 'waiting').length;
         if (left === 0) done(performance.now() - from);
         else setTimeout(look, 20);
       };
       look();
     };`,
    walkId,
    queued
  );

/** From a tap on +1 to the count painted with it. */
async function tapTimes(driver: WebDriver): Promise<number[]> {
  const times: number[] = [];
  for (let i = 0; i < taps; i += 1)
    times.push(
      await driver.executeAsyncScript<number>(
        `const [done] = arguments;
         const count = () => document.querySelector('main').innerText;
         const before = count();
         const from = performance.now();
         [...document.querySelectorAll('button')].find((one) => one.textContent.trim() === '+1').click();
         const look = () => count() === before ? requestAnimationFrame(look) : requestAnimationFrame(() => done(performance.now() - from));
         requestAnimationFrame(look);`
      )
    );
  return times;
}

async function onThePhone(site: Site): Promise<Figure[]> {
  const { driver } = site;
  await resize(driver, 390, 844);
  await signInAs(site, 'Instructor');
  await visit(site, '/walks');
  await press(driver, 'Wood in leaf');
  await seeText(driver, 'due back');
  const walkId = /[0-9a-f-]{36}/.exec(await driver.getCurrentUrl())![0];
  await visit(site, `/walks/${walkId}/walk`);
  const from = performance.now();
  await press(driver, 'Take it along');
  await seeText(driver, 'Ready without network');
  const taking = performance.now() - from;
  const bytes = gzipSync(
    await driver.executeAsyncScript<string>(
      `const [walkId, done] = arguments;
       const request = indexedDB.open('good-trail-field');
       request.onsuccess = () => (request.result.transaction('packs').objectStore('packs').get(walkId).onsuccess = ({ target }) => done(JSON.stringify(target.result.pack)));`,
      walkId
    )
  ).byteLength;
  await visit(site, `/field?walk=${walkId}#walk`);
  await seeText(driver, 'Send now');
  const sending = await sendQueue(driver, walkId);
  await flightMode(driver, true);
  await slowDown(driver, 4);
  const opened = performance.now();
  await driver.get(`${site.origin}/field?walk=${walkId}&rehearse`);
  await seeText(driver, 'Before setting out');
  const coldStart = performance.now() - opened;
  await slowDown(driver, 1);
  await reachCounter(site, walkId);
  await slowDown(driver, 4);
  const times = await tapTimes(driver);
  return [
    {
      name: 'pack of a walk, compressed',
      unit: 'MB',
      goal: 3,
      value: bytes / 1e6,
      how: 'seven stops, the whole library, the brief’s drawings'
    },
    {
      name: 'taken along, with every part opened',
      unit: 's',
      goal: 5,
      value: taking / 1000,
      how: 'on loopback, in Chromium'
    },
    {
      name: `${queued} events sent and stored`,
      unit: 's',
      goal: 3,
      value: sending / 1000,
      how: 'from the phone’s store, in Chromium'
    },
    {
      name: 'cold start without network',
      unit: 's',
      goal: 2,
      value: coldStart / 1000,
      how: 'flight mode, CPU slowed four times'
    },
    {
      name: 'tap to its mark',
      unit: 'ms',
      goal: 100,
      value: quantile(times, 0.5),
      how: `+1 at a patch, CPU slowed four times, median of ${times.length}`
    }
  ];
}

/** Goes through a rehearsal up to where pieces are counted. */
async function reachCounter(site: Site, walkId: string): Promise<void> {
  const { driver } = site;
  const at = async (hash: string) => {
    await driver.get('about:blank');
    await visit(site, `/field?walk=${walkId}&rehearse#${hash}`);
    await seeText(driver, 'Ill or hurt');
  };
  const all = async (words: string) => {
    for (const key of await driver.findElements(
      By.xpath(`//button[normalize-space(.)=${JSON.stringify(words)}]`)
    )) {
      await driver.executeScript('arguments[0].click()', key);
      await driver.sleep(60);
    }
  };
  await at('heads');
  await all('here');
  await press(driver, 'All 6 here');
  await at('go');
  await all('held');
  await press(driver, 'We go');
  await at('sheet');
  await press(driver, 'Arrived at');
  await seeText(driver, 'Warn first');
  await at('take/rumex-acetosa/leaf');
  await press(driver, 'Yes, by these rules');
  await seeText(driver, 'left on this phone');
}

export async function fieldFigures(): Promise<Figure[]> {
  const pack = packOf();
  const day = longDay(2000);
  const reduced = await medianMs(() => fieldDay(pack, day), { warmUp: 10, runs: 40 });
  const site = await openSite('demo');
  try {
    return [
      {
        name: 'a day of 2,000 events worked out',
        unit: 'ms',
        goal: 20,
        value: reduced,
        how: 'two phones, median of 40'
      },
      ...(await onThePhone(site))
    ];
  } finally {
    await site.stop();
  }
}
