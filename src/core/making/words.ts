import type { Way } from '../knowledge';

/** What a way of preparing makes of a part: ramsons leaf, steamed. */
const madeWords: Readonly<Record<Way, string>> = {
  raw: 'raw',
  steam: 'steamed',
  boil: 'boiled',
  fry: 'fried',
  roast: 'roasted',
  dry: 'dried',
  grind: 'ground',
  infuse: 'as a drink',
  syrup: 'as syrup',
  pickle: 'pickled',
  juice: 'as juice',
  jelly: 'as jelly',
  butter: 'in butter',
  dough: 'in dough',
  'in oil': 'in oil',
  tinder: 'for tinder',
  cord: 'for cord',
  dye: 'for dye',
  spindle: 'for a spindle'
};

export const wayInWords = (way: Way): string => madeWords[way];
