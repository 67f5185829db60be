import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Site, openSite, resize, signInAs } from '../support/browser';
import { allPages, typicalPages, wrongOn } from '../support/screens';

/** Screens in the themes for the field. That their colours are apart by themselves is tested beside them. */

let site: Site;
beforeAll(async () => {
  site = await openSite('demo');
  await signInAs(site, 'Owner');
}, 120_000);
afterAll(() => site.stop());

const inTheme = (theme: string) => site.driver.manage().addCookie({ name: 'theme', value: theme, path: '/' });

describe('in the sun, on a phone', () => {
  beforeAll(async () => {
    await resize(site.driver, 390, 844);
    await inTheme('sun');
  });

  it('no page scrolls sideways', async () => {
    expect(await wrongOn(site, await allPages(site), 'width')).toEqual([]);
  });

  it('words can be read and targets hit', async () => {
    expect(await wrongOn(site, await typicalPages(site), 'theme')).toEqual([]);
  });
});

describe('after dark, at a desk', () => {
  it('words can be read', async () => {
    await resize(site.driver, 1280, 800);
    await inTheme('dusk');
    expect(await wrongOn(site, await typicalPages(site), 'theme')).toEqual([]);
  });
});
