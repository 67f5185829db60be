import { By, Key, type WebDriver } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type Site,
  fill,
  flightMode,
  openSite,
  patience,
  press,
  seeText,
  signInAs,
  startChromium,
  visit
} from '../support/browser';

/** A round with a group as it goes on a screen and on a phone that loses its network. */

let site: Site;
let phone: WebDriver;
beforeAll(async () => {
  site = await openSite('demo');
  phone = await startChromium();
  await phone.manage().window().setRect({ width: 390, height: 844 });
});
afterAll(async () => {
  await phone.quit();
  await site.stop();
});

const pressKey = (key: string) => site.driver.findElement(By.css('body')).sendKeys(key);

describe.sequential('a round with a group', () => {
  it('is joined by the code on the screen, without an account', async () => {
    const { driver, origin } = site;
    await signInAs(site, 'Instructor');
    await visit(site, '/together');
    await fill(driver, 'Name, as it stands on the screen', 'Evening round');
    await press(driver, 'Open the screen');
    await seeText(driver, 'No phone is in yet.');
    const [, code] = /join\s+([2-9A-Z]{5})\s/.exec(await driver.findElement(By.css('main')).getText())!;
    await phone.get(`${origin}/join?code=${code}`);
    await fill(phone, 'Who is at this phone?', 'Ada and Ben');
    await press(phone, 'Join');
    await seeText(phone, 'You are in.');
    await seeText(driver, '1 phone in');
  });

  it('goes on by keys; an answer without network is kept on the phone, and sent when there is one', async () => {
    const { driver } = site;
    await pressKey(Key.ENTER);
    await seeText(driver, 'Answered 0 of 1');
    await seeText(phone, 'Talk first, then:');
    await press(phone, 'Look further');
    await phone.executeScript('document.querySelector(\'input[value="fairly sure"]\').click()');
    await flightMode(phone, true);
    await press(phone, 'Send it');
    await seeText(phone, 'Your answer is sent as soon as there is one');
    await flightMode(phone, false);
    await seeText(phone, 'Sent: look further, fairly sure');
    await seeText(driver, 'Answered 1 of 1');
  });

  it('shows how the room divides when it is asked, then what it was, on both', async () => {
    const { driver } = site;
    await pressKey('d');
    await seeText(driver, 'How the room divides');
    await seeText(phone, 'The screen shows how the room divides.');
    await pressKey(Key.ENTER);
    await seeText(phone, 'You said: look further, fairly sure.');
    await driver.wait(
      async () => /This is|These are/.test(await driver.findElement(By.css('main')).getText()),
      patience
    );
  });

  it('stands where it was when screen and phone are opened again', async () => {
    const { driver } = site;
    await driver.navigate().refresh();
    await seeText(driver, 'specimen 1 of 8');
    await phone.navigate().refresh();
    await seeText(phone, 'You said: look further, fairly sure.');
    expect(await phone.findElement(By.css('h1')).getText()).toBe('Evening round');
  });
});
