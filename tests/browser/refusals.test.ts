import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { By } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Site, fill, openSite, patience, press, seeText, signInAs, visit } from '../support/browser';

/** What is refused for no fault of what was typed: the page says so, and what was typed still stands there. */

let site: Site;
beforeAll(async () => {
  site = await openSite('demo');
});
afterAll(() => site.stop());

const typed = 'Alder carr below the weir';
const stands = () => site.driver.findElement(By.css('main form [name="name"]')).getAttribute('value');

/** A form of each making. */
const forms = [
  { path: '/ground', label: 'Its name', button: 'Add this site' },
  { path: '/me', label: 'To erase yourself', button: 'Erase me for good' }
];

describe.sequential('what was typed and not sent', () => {
  it('outlives what another form of the page keeps', async () => {
    const { driver } = site;
    await signInAs(site, 'Owner');
    await visit(site, '/school');
    await fill(driver, 'Name', typed);
    await driver.executeScript("document.querySelector('#certificates form').requestSubmit()");
    await seeText(driver, 'First-aid certificates of leaders');
    await driver.wait(
      async () => (await driver.findElements(By.css('#certificates [role="status"]'))).length > 0,
      patience
    );
    expect(await stands()).toBe(typed);
  });

  it('is kept where a file is too large, which is not sent', async () => {
    const { driver } = site;
    const file = join(mkdtempSync(join(tmpdir(), 'large-')), 'large.gpx');
    writeFileSync(file, Buffer.alloc(20_500_000, 32));
    await visit(site, '/ground');
    await fill(driver, 'Its name', typed);
    await driver.findElement(By.css('#new-track')).sendKeys(file);
    await press(driver, 'Add this site');
    await seeText(driver, 'large.gpx has 21 MB; 20 MB is the most');
    expect(await stands()).toBe(typed);
    await driver.findElement(By.css('[aria-label="Close"]')).click();
  });
});

describe.sequential.each(forms)('a form on $path', ({ path, label, button }) => {
  it('keeps what was typed, whoever is away', async () => {
    const { driver, database } = site;
    await signInAs(site, 'Owner');
    await visit(site, path);
    await fill(driver, label, typed);

    const chromium = driver as typeof driver & {
      setNetworkConditions(conditions: object): Promise<void>;
      deleteNetworkConditions(): Promise<void>;
    };
    const line = { latency: 0, download_throughput: -1, upload_throughput: -1 };
    await chromium.setNetworkConditions({ ...line, offline: true });
    await press(driver, button);
    await seeText(driver, 'The server was not reached');
    expect(await stands()).toBe(typed);
    await chromium.setNetworkConditions({ ...line, offline: false });

    await driver.findElement(By.css('[aria-label="Close"]')).click();
    expect(await driver.findElements(By.css('[aria-label="Close"]'))).toHaveLength(0);
    const client = new pg.Client({ connectionString: database.superuser });
    await client.connect();
    await client.query('delete from session');
    await client.end();
    await press(driver, button);
    await seeText(driver, 'You are not signed in any more');
    expect(await stands()).toBe(typed);
  });
});
