import { describe, expect, it } from 'vitest';
import { certificateOf } from './certificate';
import type { MeetingInCourse } from './course';
import type { LivingResult } from './ladder';

const meeting = (isoDate: string, state: string | undefined, isRecorded = true): MeetingInCourse => ({
  id: isoDate,
  name: `Walk of ${isoDate}`,
  isoDate,
  isRecorded,
  taxa: ['allium-ursinum'],
  attendance: new Map(state ? [['ada', state]] : []),
  fresh: [],
  again: []
});
const result = (on: string, more: Partial<LivingResult> = {}): LivingResult => ({
  pair: 'allium-ursinum~convallaria-majalis',
  stage: 'leaf',
  step: 'shown',
  outcome: 'right',
  on,
  plant: 'by the burn',
  by: 'Bram',
  ...more
});
const units = [{ pair: 'allium-ursinum~convallaria-majalis', stage: 'leaf' }];
const of = (meetings: readonly MeetingInCourse[], results: readonly LivingResult[], today = '2027-05-01') =>
  certificateOf('ada', meetings, units, results, today, 12);

describe('a certificate', () => {
  it('names the meetings that somebody was at, late too, and counts the others apart', () => {
    const found = of(
      [
        meeting('2027-04-01', 'here'),
        meeting('2027-04-08', 'late'),
        meeting('2027-04-15', 'not coming'),
        meeting('2027-04-22', undefined, false),
        meeting('2027-06-01', 'here')
      ],
      []
    );
    expect(found.attended.map(({ isoDate }) => isoDate)).toEqual(['2027-04-01', '2027-04-08']);
    expect([found.missed, found.unrecorded]).toEqual([1, 1]);
  });

  it('says of each pair whether it was signed off and until when, shown, or not', () => {
    expect(of([], []).open).toEqual([{ ...units[0], hasLapsed: false }]);
    expect(of([], [result('2027-04-20')]).shown).toHaveLength(1);
    const [signed] = of([], [result('2027-04-20', { step: 'signed off' })]).signedOff;
    expect(signed!.lapsesOn).toBe('2028-04-20');
  });

  it('lets nothing stand that has lapsed, or that a later mistake has refuted', () => {
    const signed = result('2027-04-20', { step: 'signed off' });
    expect(of([], [signed], '2028-04-20')).toMatchObject({ signedOff: [] });
    const refuted = of([], [signed, result('2027-04-25', { outcome: 'dangerous gather' })]);
    expect(refuted).toMatchObject({ signedOff: [], shown: [], open: [{ hasLapsed: true }] });
  });

  it('has what was shown beside the course, too', () => {
    const other = result('2027-04-20', { pair: 'rumex-acetosa~arum-maculatum' });
    expect(of([], [other]).shown).toEqual([other]);
    expect(of([], [other]).open).toHaveLength(1);
  });
});
