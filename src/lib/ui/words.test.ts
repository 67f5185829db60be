import { describe, expect, it } from 'vitest';
import { dayAndMonth, localMoment, longDate } from '$core/words';
import { armsFor, phoneArms } from './navigation';

describe('dates as people write them', () => {
  it('are local dates, wherever the reader is', () => {
    expect(longDate('2027-04-24')).toBe('Sat 24 April 2027');
    expect(longDate('2028-02-29')).toBe('Tue 29 February 2028');
    expect(dayAndMonth('2027-12-31')).toBe('31 December');
  });

  it('an instant is told in the zone of the site', () => {
    const instant = new Date('2027-07-01T22:30:00Z');
    expect(localMoment(instant, 'Europe/Dublin')).toBe('1 Jul 2027, 23:30');
    expect(localMoment(instant, 'Asia/Tokyo')).toBe('2 Jul 2027, 07:30');
  });
});

describe('the signpost', () => {
  const roles = ['owner', 'instructor', 'assistant', 'learner'];
  const hrefs = (arms: readonly { href: string }[]) => arms.map(({ href }) => href);

  it('has no arm that its reader may not follow', () => {
    expect(hrefs(armsFor('learner'))).not.toContain('/ground');
    for (const role of ['learner', 'assistant'])
      for (const href of ['/people', '/school']) expect(hrefs(armsFor(role))).not.toContain(href);
  });

  it('leads every key to one place', () => {
    for (const role of roles) {
      const keys = armsFor(role).map(({ key }) => key);
      expect(new Set(keys).size).toBe(keys.length);
    }
  });

  it('fits five arms on a phone and loses none of the others', () => {
    for (const role of roles) {
      const { bar, more } = phoneArms(role);
      expect(bar.length).toBeLessThanOrEqual(5);
      const reached = [...hrefs(bar).filter((href) => href !== '/me'), ...hrefs(more)];
      expect(reached.sort()).toEqual(hrefs(armsFor(role)).sort());
    }
  });
});
