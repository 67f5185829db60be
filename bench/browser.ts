import { By } from 'selenium-webdriver';
import { type Site, openSite, press, resize, seeText, signInAs, visit } from '../tests/support/browser';
import { type Figure, quantile } from './figure';

const sightings = 20;
const redraws = 20;
const warmUp = 4;

/** From a change of a stop's minutes to the timetable painted with it, in milliseconds. */
async function timetableTimes(site: Site): Promise<number[]> {
  const { driver } = site;
  await visit(site, '/walks');
  await press(driver, 'Wood in leaf');
  await seeText(driver, 'due back');
  await driver.sleep(1000);
  const times: number[] = [];
  for (let i = 0; i < redraws + warmUp; i += 1) {
    const ms = await driver.executeAsyncScript<number>(
      `
      const [minutes, done] = arguments;
      const input = document.querySelector('#stops input[type=number]');
      const before = document.querySelector('#stops').innerText;
      const start = performance.now();
      input.value = minutes;
      input.dispatchEvent(new Event('input', { bubbles: true }));
      const look = () => document.querySelector('#stops').innerText === before ? requestAnimationFrame(look) : requestAnimationFrame(() => done(performance.now() - start));
      requestAnimationFrame(look);
    `,
      String(20 + i)
    );
    if (i >= warmUp) times.push(ms);
  }
  return times;
}

/** What a person waits for, in Chromium. */
export async function browserFigures(): Promise<Figure[]> {
  const site = await openSite('demo');
  try {
    const { driver } = site;
    await resize(driver, 1280, 800);
    await signInAs(site, 'Instructor');
    await visit(site, '/ground');
    const link = await driver.findElement(By.xpath('//main//a[contains(., "Crannoge Wood")]'));
    const id = ((await link.getAttribute('href')) ?? '').split('/').at(-1)!;
    await visit(site, `/season/${id}`);
    await seeText(driver, 'Note what was seen');
    const times: number[] = [];
    for (let i = 0; i < sightings + warmUp; i += 1) {
      await driver.executeScript(`
        const strip = document.querySelector('main svg[role=img]').closest('.strip');
        window.redrawn = undefined;
        document.addEventListener('submit', () => {
          const start = performance.now();
          const watch = new MutationObserver(() => {
            watch.disconnect();
            requestAnimationFrame(() => { window.redrawn = performance.now() - start; });
          });
          watch.observe(strip, { childList: true, subtree: true, attributes: true, characterData: true });
        }, { once: true, capture: true });
      `);
      await press(driver, 'Note it');
      const ms = await driver.wait(
        async () => (await driver.executeScript<number | null>('return window.redrawn ?? null')) ?? false,
        10_000,
        'The strip did not follow.'
      );
      if (i >= warmUp) times.push(ms as number);
      await driver.sleep(200);
    }
    const redraws = await timetableTimes(site);
    return [
      {
        name: 'change of minutes to redrawn timetable',
        unit: 'ms',
        goal: 100,
        value: quantile(redraws, 0.5),
        how: `seven stops with map, clock and checks, median of ${redraws.length}, in Chromium`
      },
      {
        name: 'sighting to redrawn strip',
        unit: 'ms',
        goal: 200,
        value: quantile(times, 0.5),
        how: `seven plants, median of ${sightings}, in Chromium`
      }
    ];
  } finally {
    await site.stop();
  }
}
