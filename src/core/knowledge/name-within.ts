/** Words of English plant names that keep their capital: places, peoples, persons. */
const proper = new Set(
  `Alpine American Australian Canadian Chinese English European French German Good Guernsey Himalayan Irish Italian
  Japanese King London Norway Oxford Persian Portuguese Queen Russian Scotch Scots Siberian Solomon's Spanish St St.
  Swedish Turkish Virginia Welsh`.split(/\s+/)
);

/**
 * An English name as it stands within a sentence: 'cow parsley', but 'Italian lords-and-ladies' and 'St John's wort'.
 * @param name as it stands alone, with a capital
 */
export const nameWithin = (name: string): string =>
  proper.has(name.split(' ')[0]!) ? name : name.charAt(0).toLowerCase() + name.slice(1);
