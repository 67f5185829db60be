/** How large what is sent to a route may be, in bytes. What is not named here is a form of words. */

const kilo = 1024;
const mega = kilo * kilo;
const ofStrangers = 64 * kilo;
const ofForms = 512 * kilo;

const larger: readonly [RegExp, number][] = [
  [/^\/api\/events$/, mega],
  [/^\/api\/walks\/\[walk\]\/pictures/, 20 * mega],
  [/^\/notebook$/, 20 * mega],
  [/^\/quizzes\/questions/, 20 * mega],
  [/^\/species\/exchange$/, 6 * mega],
  [/^\/species\/\[taxon\]\/photographs/, 20 * mega],
  [/^\/ground\/\[site\]\/(scout|finds)/, 20 * mega],
  [/^\/ground(\/\[site\](\/(map|waypoints))?)?$/, 20 * mega],
  [/^\/season\/\[site\]\/(tide|warmth)$/, 4 * mega]
];

/** What a request may bring along. @param route its pattern, `[site]` for a site */
export const mostBytesOf = (route: string | null, isSignedIn: boolean): number =>
  isSignedIn ? (larger.find(([pattern]) => pattern.test(route ?? ''))?.[1] ?? ofForms) : ofStrangers;

export const inWords = (bytes: number): string =>
  bytes >= mega ? `${Math.round(bytes / mega)} MB` : `${Math.round(bytes / kilo)} kB`;
