import { By } from 'selenium-webdriver';
import { openSite, press, resize, seeText, signInAs, visit } from '../tests/support/browser';
import { type Figure, quantile } from './figure';

const sightings = 20;
const warmUp = 4;

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
    return [
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
