import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key, until } from 'selenium-webdriver';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type Site,
  fill,
  openSite,
  patience,
  press,
  resize,
  scrollsSideways,
  seeText,
  signInAs,
  visit
} from '../support/browser';

let site: Site;
beforeAll(async () => {
  site = await openSite('demo');
  await resize(site.driver, 1280, 800);
});
afterAll(() => site.stop());

/** Types into the field with this label, as a person does. */
async function type(label: string, text: string): Promise<void> {
  const field = await site.driver.findElement(
    By.xpath(`//main//label[contains(., ${JSON.stringify(label)})]//input`)
  );
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), text);
}
const heading = (words: string) => By.xpath(`//main//h1[contains(., ${JSON.stringify(words)})]`);
const date = async (isoDate: string) => {
  await fill(site.driver, 'When', isoDate);
  await site.driver.actions().sendKeys(Key.ENTER).perform();
};

describe.sequential('a new learner with a plant before them', () => {
  it('finds it by a name of another language', async () => {
    await signInAs(site, 'Learner');
    await visit(site, '/species');
    await type('Any name', 'moing mhear');
    await seeText(site.driver, '1 of ');
    await seeText(site.driver, 'Conium maculatum');
  });

  it.each([
    ['at a desk', 1280, 800],
    ['with a thumb', 390, 844]
  ])(
    'enters white umbrella flowers and purple spots in June, and learns why it is left alone, %s',
    async (_, width, height) => {
      const { driver } = site;
      await resize(driver, width, height);
      await visit(site, '/species/look-closer');
      await date('2027-06-20');
      await driver.wait(until.urlContains('date=2027-06-20'), patience);
      // The figures of a date are no answers to the next check.
      expect(await driver.getCurrentUrl()).not.toContain('see=');
      for (const [words, state] of [
        ['white', 'Colour of the flower: white'],
        ['umbrella', 'How the flowers stand: umbel of umbels'],
        ['purple spots', 'Colour marks on the stem: purple blotches']
      ] as const) {
        await type('Enter anything that you see', words);
        await press(driver, state);
        await seeText(driver, state);
      }
      await seeText(driver, 'Leave it');
      await seeText(driver, 'can kill');
      await seeText(driver, 'something not on this list');
      expect(await scrollsSideways(driver)).toBe(false);
      await press(driver, 'Hemlock');
      await driver.wait(until.elementLocated(heading('Hemlock')), patience);
      await seeText(driver, 'paralysis that rises to the breathing');
    }
  );

  it('answers the next check by a key, takes an answer back, and leaves out what cannot be seen', async () => {
    const { driver } = site;
    await resize(driver, 1280, 800);
    await visit(site, '/species/look-closer?date=2027-06-20&see=flower-colour~white');
    await seeText(driver, 'Look next');
    await driver.actions().sendKeys('1').perform();
    await driver.wait(async () => (await driver.getCurrentUrl()).split('see=').length === 3, patience);
    await driver.actions().sendKeys('n').perform();
    await driver.wait(until.urlContains('cannot='), patience);
    await seeText(driver, 'not sure');
    const taken = await driver.findElement(By.css('main a[aria-label^="Take back: Colour of the flower"]'));
    await taken.click();
    await driver.wait(async () => !(await driver.getCurrentUrl()).includes('flower-colour'), patience);
  });

  it('is told what contradicts the plant that they had in mind', async () => {
    const { driver } = site;
    await visit(site, '/species/look-closer?date=2027-07-20&ask=daucus-carota&see=stem-marks~blotched');
    await seeText(driver, 'Contradicted');
    await seeText(driver, 'colour marks on the stem: you saw purple blotches');
  });

  it('compares, and sees what is not known apart from what separates', async () => {
    const { driver } = site;
    await visit(site, '/species/compare');
    await seeText(driver, 'Choose two plants.');
    await press(driver, 'ramsons and lily of the valley');
    await seeText(driver, 'Check first:');
    await seeText(driver, 'The test that fails:');
    await seeText(driver, 'What separates them');
  });

  it('sees on which days a plant can be told at all', async () => {
    const { driver } = site;
    await visit(site, '/species/allium-triquetrum/apart?date=2027-03-20');
    await seeText(driver, 'Not at this stage.');
    await seeText(driver, 'cannot be told');
    await seeText(driver, 'can be told');
  });
});

describe.sequential('an instructor with two books', () => {
  it('confirms every claim of a taxon, claim by claim, with where it stands', async () => {
    const { driver } = site;
    await signInAs(site, 'Instructor');
    await visit(site, '/species/confirm/digitalis-purpurea');
    await seeText(driver, '4 of 4 claims still need two sources.');
    for (const one of await driver.findElements(By.css('main table input[type="checkbox"]')))
      await one.click();
    await press(driver, 'Enter what they say');
    await seeText(driver, 'say where in the source it stands');
    await fill(driver, 'Where in A', 'page 412');
    await fill(driver, 'Where in B', 'page 88');
    await press(driver, 'Enter what they say');
    await seeText(driver, 'Entered what your sources say of Foxglove.');
    await visit(site, '/species/confirm/digitalis-purpurea');
    await seeText(driver, 'Every claim has two sources.');
    await seeText(driver, 'page 412: read by Bram Oakhill');
  });

  it('puts a book on the shelf once', async () => {
    const { driver } = site;
    await visit(site, '/species/confirm');
    for (const seen of ['On the shelf: Herbs of the Fold', 'This source is on the shelf already.']) {
      await fill(driver, 'Author, title', 'Herbs of the Fold (invented)');
      await press(driver, 'Put on the shelf');
      await seeText(driver, seen);
    }
  });

  it('corrects a cell, is told of a bad one without losing what was typed, and undoes it', async () => {
    const { driver } = site;
    await visit(site, '/species/digitalis-purpurea/correct?stage=flower');
    await press(driver, 'Height of the plant');
    const greatest = await driver.findElement(By.css('main details[open] input[name="max"]'));
    await greatest.sendKeys(Key.chord(Key.CONTROL, 'a'), '10');
    const save = () =>
      driver.findElement(By.xpath('//main//details[@open]//button[normalize-space()="Save"]')).click();
    await save();
    await seeText(driver, 'must rise from min over low and high to max');
    expect(await greatest.getAttribute('value')).toBe('10');
    await greatest.sendKeys(Key.chord(Key.CONTROL, 'a'), '210');
    await save();
    await seeText(driver, 'Saved. Everything that follows from it is computed anew.');
    await visit(site, '/species/changes?taxon=digitalis-purpurea');
    await seeText(driver, 'height of the plant in flower');
    await press(driver, 'Undo');
    await seeText(driver, 'Undone.');
  });

  it('adds a taxon of their own, which counts like the others', async () => {
    const { driver } = site;
    await visit(site, '/species/own');
    await fill(driver, 'Scientific name', 'Myrrhis odorata');
    await fill(driver, 'English name', 'Sweet cicely');
    await fill(driver, 'Family', 'Carrot family');
    await fill(driver, 'Life form', 'perennial');
    await fill(driver, 'What the entry rests on', 'Our own field notes (invented).');
    await fill(driver, 'Begin from', 'Cow parsley');
    await press(driver, 'hedge or bank');
    await press(driver, 'Add it, then describe it');
    await driver.wait(until.elementLocated(heading('Correct Sweet cicely')), patience);
    await visit(site, '/species/myrrhis-odorata/apart?date=2027-04-10');
    await seeText(driver, 'Hemlock');
  });
});

describe.sequential('an instructor before a class', () => {
  it('looks through the plates of a family, and at other specimens of them', async () => {
    const { driver } = site;
    await signInAs(site, 'Instructor');
    await visit(site, '/species/plates');
    await type('Any name', 'conium');
    await seeText(driver, '7 plates, the usual specimen of each.');
    await press(driver, 'Other specimens');
    await seeText(driver, '7 plates, specimen 1 of each.');
    await driver.wait(
      () =>
        driver.executeScript<boolean>(
          'return [...document.querySelectorAll("main img")].slice(0, 2).every((img) => img.complete && img.naturalWidth > 0)'
        ),
      patience,
      'The plates were not drawn.'
    );
  });

  it('spots a plant from afar: blurred until it is shown, hidden again for the next', async () => {
    const { driver } = site;
    await visit(site, '/species/wayside?plant=anthriscus-sylvestris~flower&distance=far&sight=blurred');
    await seeText(driver, 'Find cow parsley.');
    const picture = () => driver.findElement(By.css('main svg image'));
    expect(await (await picture()).getCssValue('filter')).toContain('blur');
    const frames = () => driver.findElements(By.css('main svg rect[stroke-dasharray]'));
    expect(await frames()).toHaveLength(0);
    await press(driver, 'Show them');
    await seeText(driver, 'cow parsley. Beside');
    const shown = (await frames()).length;
    expect(shown).toBeGreaterThan(0);
    expect(shown).toBeLessThan(4);
    expect(await (await picture()).getCssValue('filter')).toBe('none');
    await press(driver, 'Another bank');
    await driver.wait(until.urlContains('specimen=2'), patience);
    expect(await frames()).toHaveLength(0);
  });

  it('strews a handful with wrong pieces from a comparison, shows them, and hides them for the next', async () => {
    const { driver } = site;
    await visit(site, '/species/compare?plant=allium-ursinum~leaf&plant=arum-maculatum~leaf');
    await press(driver, 'Strew a handful of the first');
    await seeText(driver, '12 pieces, picked for ramsons. Which do not belong?');
    const wrong = await driver.findElement(By.css('select[name=wrong]'));
    await wrong.findElement(By.css('option[value="2"]')).click();
    await driver.wait(until.urlContains('wrong=2'), patience);
    const rings = () => driver.findElements(By.css('main svg circle[stroke-dasharray]'));
    expect(await rings()).toHaveLength(0);
    await press(driver, 'Show which do not belong');
    await seeText(driver, '2 pieces are lords-and-ladies');
    expect(await rings()).toHaveLength(2);
    await press(driver, 'Strew anew');
    await driver.wait(until.urlContains('specimen=2'), patience);
    expect(await rings()).toHaveLength(0);
  });

  it('adds a photograph, of which a part is kept, and marks on it what it shows', async () => {
    const { driver } = site;
    const folder = mkdtempSync(join(tmpdir(), 'photograph-'));
    const picture = join(folder, 'leaf.jpg');
    await sharp({ create: { width: 1200, height: 800, channels: 3, background: '#6BA045' } })
      .jpeg()
      .toFile(picture);
    await visit(site, '/species/allium-ursinum/photographs?stage=leaf');
    await driver.findElement(By.name('picture')).sendKeys(picture);
    await seeText(driver, '1200 × 800 pixels');
    const corner = await driver.findElement(By.css('.cropper-point.point-e'));
    const centre = 'arguments[0].scrollIntoView({ block: "center" })';
    await driver.executeScript(centre, corner);
    await driver
      .actions()
      .move({ origin: corner })
      .press()
      .move({ origin: corner, x: -120, y: 0 })
      .release()
      .perform();
    await type('Who took it', 'Bram Oakhill');
    await type('What is to be seen', 'A green leaf on a green ground.');
    await press(driver, 'Add the photograph');
    await driver.wait(until.urlMatches(/photographs\/[0-9a-f-]{36}$/), patience);
    const svg = await driver.findElement(By.css('main svg[role=img]'));
    await driver.executeScript(centre, svg);
    const width = await driver.executeScript<number>('return arguments[0].viewBox.baseVal.width', svg);
    expect(width).toBeLessThan(1190);
    await driver.findElement(By.css('select[name=character] option[value="leaf-attachment"]')).click();
    await driver.actions().move({ origin: svg, x: 30, y: 40 }).click().perform();
    await press(driver, 'Mark it');
    await seeText(driver, 'Leaf and stalk');
    await driver.wait(
      until.elementLocated(By.css('button[aria-label="Remove mark 1, Leaf and stalk"]')),
      patience
    );
    rmSync(folder, { recursive: true });
  });
});
