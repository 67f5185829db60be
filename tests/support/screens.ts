import pg from 'pg';
import { fillerFor, places } from './addresses';
import { type Site, resize, scrollsSideways, seriousFindings } from './browser';

/** Every page of the application, looked at as a reader of screens and a narrow phone would. */

const comparing =
  '/species/compare?plant=daucus-carota~flower&plant=conium-maculatum~flower&plant=cicuta-virosa~flower';
const lookingCloser = '/species/look-closer?see=flower-colour~white&see=stem-marks~blotched&cannot=scent';
/** Pages that show more when they are asked for something. */
const asked = [
  comparing,
  lookingCloser,
  '/species/conium-maculatum?stage=flower',
  '/species/plates?family=Apiaceae',
  '/species/handful?plant=allium-ursinum~leaf&other=arum-maculatum~leaf&wrong=2',
  '/search?q=carrot',
  '/search?q=erased'
];
const forStrangers = /sign-in|set-up|welcome|new-password|\/confirm$/;

/** All pages behind the sign-in, and some with what they may be asked. */
export async function allPages(site: Site): Promise<string[]> {
  const fill = await fillerFor(site.database.superuser);
  const routes = places().filter(({ isPage, route }) => isPage && !forStrangers.test(route));
  return [...routes.map(({ route }) => fill(route)), ...asked];
}

/** Pages that between them have every part that others are made of. */
export async function typicalPages(site: Site): Promise<string[]> {
  const fill = await fillerFor(site.database.superuser);
  return [
    '/today',
    '/ground/[site]',
    '/walks/[walk]',
    '/walks/[walk]/day',
    '/walks/[walk]/brief',
    '/walks/[walk]/practise',
    '/season/[site]/days',
    '/species/[taxon]/apart',
    '/practice',
    '/progress',
    '/people',
    comparing,
    lookingCloser
  ].map(fill);
}

/** What is wrong with a page as it stands: by axe, and whether it scrolls sideways. */
export async function wrongWith(
  { driver }: Pick<Site, 'driver'>,
  name: string,
  about: 'everything' | 'theme' | 'width' = 'everything'
): Promise<string[]> {
  const findings = about === 'width' ? [] : await seriousFindings(driver, about);
  if (await scrollsSideways(driver)) findings.push('scrolls sideways');
  return findings.map((finding) => `${name} ${finding}`);
}

/** The same in another theme, at another width, without asking for the page again. */
export async function wrongIn(
  site: Pick<Site, 'driver'>,
  name: string,
  light: keyof typeof lights,
  about: 'theme' | 'width'
): Promise<string[]> {
  await putIn(site, light);
  const findings = await wrongWith(site, `${name}, ${light},`, about);
  await putIn(site, 'day');
  return findings;
}

/** The three themes, each where it is used. */
const lights = { day: [1280, 800], dusk: [1280, 800], sun: [390, 844] } as const;

async function putIn({ driver }: Pick<Site, 'driver'>, light: keyof typeof lights): Promise<void> {
  const [width, height] = lights[light];
  await resize(driver, width, height);
  // Colours that are still on their way are those of no theme.
  await driver.executeScript(
    `const [light] = arguments;
     const still = new CSSStyleSheet();
     still.replaceSync('*, ::before, ::after { transition: none !important }');
     document.adoptedStyleSheets = [still];
     document.documentElement.dataset.theme = light;`,
    light
  );
}

/** Gives everything that people name one name, twice over, and erases a learner. */
export async function nameAllAlike({ database }: Pick<Site, 'database'>): Promise<void> {
  const admin = new pg.Client({ connectionString: database.superuser });
  await admin.connect();
  for (const [table, column] of [
    ['person', 'name'],
    ['cohort', 'name'],
    ['site', 'name'],
    ['patch', 'name'],
    ['walk', 'name'],
    ['stop', 'name'],
    ['quiz', 'name'],
    ['source', 'citation']
  ])
    await admin.query(`update ${table} set ${column} = 'Anna Twin'`);
  await admin.query(
    "update person set name = 'Erased person', role = 'guest' where role = 'learner' and is_minor"
  );
  await admin.query(
    `update school set emergency_numbers = '[{"label":"Call","number":"112"},{"label":"Call","number":"999"}]'`
  );
  await admin.query(
    `update walk set weather = weather || weather || '[{"kind":"fog","limit":"50 km/h","decides":"Anna Twin","when":"08:00"},{"kind":"fog","limit":"50 km/h","decides":"Anna Twin","when":"08:00"}]'`
  );
  await admin.query(
    `update brief set document = document
       || jsonb_build_object('contact', document -> 'contact' || (document -> 'contact'),
                             'dangers', document -> 'dangers' || (document -> 'dangers'),
                             'harvest', document -> 'harvest' || (document -> 'harvest'))
       || jsonb_build_object('front', document -> 'front' || '{"emergencyNumbers":[{"label":"Call","number":"112"},{"label":"Call","number":"999"}]}')`
  );
  await admin.end();
}
