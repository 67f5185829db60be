import { By } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type Site,
  clickOn,
  fill,
  openSite,
  press,
  resize,
  scrollsSideways,
  seeText,
  signInAs,
  visit
} from '../support/browser';

/** A leaf is followed from its patch into a jar and a dish, and back, at a desk and on a phone. */

let site: Site;
beforeAll(async () => {
  site = await openSite('demo');
});
afterAll(() => site.stop());

describe.each([
  ['at a desk', 1280, 800],
  ['on a phone', 390, 844]
])('a leaf, %s', (_, width, height) => {
  it('is followed from the recorded walk into the dish, and back to its patch', async () => {
    const { driver } = site;
    await resize(driver, width, height);
    await signInAs(site, 'Instructor');
    await visit(site, '/walks');
    await press(driver, 'Meadow and hazels in May');
    await press(driver, 'After');
    await press(driver, 'Common sorrel leaf, boiled');
    await seeText(driver, 'From the patch to the jar');
    await seeText(driver, 'Baskets looked through on the walk');
    await seeText(driver, '19 pieces looked at again, each named');
    expect(await scrollsSideways(driver)).toBe(false);
    await press(driver, 'Sorrel and nettle soup');
    await seeText(driver, 'it turned out well');
    await press(driver, 'C5DFA2');
    await press(driver, 'Sorrel in the gate meadow');
    await seeText(driver, 'What was made of it');
  });

  it('is followed by a learner who was there, from After into the dish, without the patch', async () => {
    const { driver } = site;
    await resize(driver, width, height);
    await signInAs(site, 'Learner');
    await visit(site, '/walks');
    await press(driver, 'Meadow and hazels in May');
    await press(driver, 'After');
    await seeText(driver, 'What you met');
    await press(driver, 'Common sorrel leaf, boiled');
    await seeText(driver, '19 pieces looked at again, each named');
    await seeText(driver, 'Sorrel and nettle soup');
    expect(await scrollsSideways(driver)).toBe(false);
    await visit(site, '/notebook');
    await seeText(driver, 'asked on it in leaf');
  });
});

describe('a batch', () => {
  it('goes on by what waits, tells what is wrong and keeps what was typed', async () => {
    const { driver } = site;
    await resize(driver, 1280, 800);
    await signInAs(site, 'Instructor');
    await visit(site, '/making');
    await press(driver, 'Bramble young leaf, dried');
    await seeText(driver, 'Turn it; look whether it is brittle.');
    const keep = () => clickOn(driver, By.css('details[open] form button'), 'Keep');
    const weigh = async (grams: string) => {
      const field = await driver.findElement(By.css('details[open] input[name=grams]'));
      await field.clear();
      await field.sendKeys(grams);
      await keep();
    };
    await press(driver, 'Brittle: it snaps and crumbles');
    await keep();
    await seeText(driver, 'Weigh it now that it is ready.');
    await weigh('90');
    await seeText(driver, 'nothing grows heavier on drying');
    expect(
      await (await driver.findElement(By.css('details[open] input[name=grams]'))).getAttribute('value')
    ).toBe('90');
    await weigh('14');
    await seeText(driver, 'Pack it and label it.');
  });

  it('has a card that is scaled while somebody types', async () => {
    const { driver } = site;
    await visit(site, '/making/cards/urtica-dioica?part=young+top&way=boil');
    await seeText(driver, 'Type how much there is');
    await fill(driver, 'or grams', '500');
    await seeText(driver, '500 g');
    await fill(driver, 'People who eat', '2');
    await seeText(driver, 'more than a day’s most');
  });
});
