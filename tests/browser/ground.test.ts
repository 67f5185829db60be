import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, until } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type Site,
  openSite,
  patience,
  press,
  resize,
  scrollsSideways,
  seeText,
  seriousFindings,
  signInAs,
  visit
} from '../support/browser';

/** The map of a site, drawn by pointing and by figures. */

let site: Site;
beforeAll(async () => {
  site = await openSite('demo');
  await resize(site.driver, 1280, 900);
  await signInAs(site, 'Instructor');
  await visit(site, '/ground');
  await press(site.driver, 'Crannoge Wood');
  await seeText(site.driver, 'Patches on');
  await press(site.driver, 'Draw the map');
  await seeText(site.driver, 'Map of Crannoge Wood');
});
afterAll(() => site.stop());

const features = async () =>
  (await site.driver.findElements(By.css('aside section:last-of-type li button'))).length;
const isEnabled = async (words: string) =>
  (await site.driver.findElement(By.xpath(`//main//button[contains(., "${words}")]`))).isEnabled();

describe('drawing the map of a site', () => {
  it('takes an area around which was tapped, undoes it, brings it back and saves it', async () => {
    const { driver } = site;
    const before = await features();
    const frame = await driver.findElement(By.css('[role=region]'));
    await driver.wait(
      async () => (await driver.findElements(By.css('[role=region] path'))).length >= 6,
      patience,
      'The map was not drawn.'
    );
    await press(driver, 'Area');
    await driver.executeScript('window.scrollTo(0, 0)');
    const corners = [
      [-250, -150],
      [-120, -160],
      [-110, -60],
      [-240, -70],
      [-250, -150]
    ] as const;
    for (const [x, y] of corners) {
      await driver.actions().move({ origin: frame, x, y }).click().perform();
      await driver.sleep(350);
    }
    await driver.wait(async () => (await features()) === before + 1, patience, 'No area was drawn.');
    const name = await driver.findElement(By.xpath('//aside//label[contains(., "Name")]//input'));
    await name.sendKeys('Wet corner', '\t');
    await seeText(driver, 'Wet corner');
    await press(driver, 'Undo');
    await press(driver, 'Undo');
    expect(await features()).toBe(before);
    await press(driver, 'Redo');
    await press(driver, 'Redo');
    expect(await features()).toBe(before + 1);
    await press(driver, 'Save the map');
    await seeText(driver, `Saved with ${before + 1} features.`);
    expect(await isEnabled('Saved')).toBe(false);
  });

  it('moves a feature by its figures, and says in which line they are wrong', async () => {
    const { driver } = site;
    await press(driver, 'Access point');
    await press(driver, 'Places in figures');
    const places = await driver.findElement(By.css('aside textarea'));
    await places.clear();
    await places.sendKeys('54.3, -8.7\nnorth');
    await press(driver, 'Set these places');
    await seeText(driver, 'Line 2, “north”, should read like');
    expect(await places.getAttribute('value')).toContain('north');
    await places.clear();
    await places.sendKeys('54.3025, -8.7025');
    await press(driver, 'Set these places');
    await press(driver, 'Save the map');
    await seeText(driver, 'Saved with');
    await visit(site, new URL(await driver.getCurrentUrl()).pathname);
    await press(driver, 'Access point');
    await press(driver, 'Places in figures');
    expect(await driver.findElement(By.css('aside textarea')).getAttribute('value')).toBe(
      '54.302500, -8.702500'
    );
  });

  it('takes in what a file holds, says what is wrong with another, and asks before it is left unsaved', async () => {
    const { driver } = site;
    const before = await features();
    const folder = mkdtempSync(join(tmpdir(), 'map-'));
    const bring = async (name: string, text: string) => {
      writeFileSync(join(folder, name), text);
      await driver.findElement(By.css('main input[type=file]')).sendKeys(join(folder, name));
    };
    try {
      const point = (at: number[]) => JSON.stringify({ type: 'Point', coordinates: at });
      await bring('spring.geojson', point([-8.7, 54.3]));
      await seeText(driver, 'One feature of spring.geojson was added.');
      expect(await features()).toBe(before + 1);
      await bring('wrong.geojson', point([54.3, -100]));
      await seeText(driver, 'the two seem to be swapped. Nothing was changed.');
      await driver.executeScript(
        `const files = new DataTransfer();
         files.items.add(new File([arguments[0]], 'way.gpx'));
         document.querySelector('[role=region]').dispatchEvent(new DragEvent('drop', { bubbles: true, cancelable: true, dataTransfer: files }))`,
        '<gpx><trk><name>Way</name><trkseg><trkpt lat="54.3" lon="-8.7"/><trkpt lat="54.301" lon="-8.7"/></trkseg></trk></gpx>'
      );
      await seeText(driver, '2 points of way.gpx are the path now');
      expect(await features()).toBe(before + 1);
    } finally {
      rmSync(folder, { recursive: true });
    }
    await press(driver, 'Back to the site');
    const question = await driver.wait(until.alertIsPresent(), patience);
    expect(await question.getText()).toContain('not saved');
    await question.dismiss();
    expect(await driver.getCurrentUrl()).toContain('/map');
    await press(driver, 'Undo');
    await press(driver, 'Undo');
    expect(await features()).toBe(before);
  });

  it('is usable on a phone and by those who hear it', async () => {
    const { driver } = site;
    expect(await seriousFindings(driver)).toEqual([]);
    await resize(driver, 390, 844);
    expect(await scrollsSideways(driver)).toBe(false);
  });
});
