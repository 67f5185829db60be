import { describe, expect, it } from 'vitest';
import { type Meeting, attendedBy, courseOf, courseSteps } from './course';

const meeting = (id: string, isoDate: string, taxa: string[], more: Partial<Meeting> = {}): Meeting => ({
  id,
  name: id,
  isoDate,
  isRecorded: isoDate < '2027-04-24',
  taxa,
  attendance: new Map(),
  ...more
});

describe('a course', () => {
  const course = courseOf(
    [
      meeting('third', '2027-05-02', ['ramsons', 'arum', 'sorrel']),
      meeting('first', '2027-04-10', ['ramsons', 'arum', 'ramsons']),
      meeting('lost', '2027-04-12', ['bilberry'], { isRecorded: false }),
      meeting('fourth', '2027-05-09', ['bilberry', 'sorrel'])
    ],
    '2027-04-24'
  );

  it('says of each meeting what is new and what was met before, in the order of the days', () => {
    expect(course.map(({ id, fresh, again }) => [id, fresh, again])).toEqual([
      ['first', ['ramsons', 'arum'], []],
      ['lost', ['bilberry'], []],
      ['third', ['sorrel'], ['ramsons', 'arum']],
      // What was planned on a walk of which nothing was recorded was not met there.
      ['fourth', ['bilberry'], ['sorrel']]
    ]);
  });

  it('counts at how many recorded meetings somebody was', () => {
    const meetings = [
      meeting('a', '2027-04-10', [], { attendance: new Map([['ida', 'here']]) }),
      meeting('b', '2027-04-11', [], { attendance: new Map([['ida', 'not coming']]) }),
      meeting('c', '2027-05-11', [], { attendance: new Map([['ida', 'here']]) })
    ];
    expect(attendedBy(meetings, 'ida')).toEqual({ came: 1, of: 2 });
  });
});

describe('the steps of a course', () => {
  const meeting = (id: string, isoDate: string) => ({
    id,
    name: id,
    isoDate,
    isRecorded: true,
    taxa: [],
    fresh: [],
    again: [],
    attendance: new Map()
  });
  it('stand in one order: a quiz before the meeting of its day, what is sat again and what is taken home after it', () => {
    const steps = courseSteps(
      [meeting('second', '2027-05-02'), meeting('first', '2027-04-25')],
      [
        { id: 'q', name: 'Twice', openedOn: '2027-04-25', againFrom: '2027-05-02' },
        { id: 'r', name: 'Once', openedOn: '2027-04-28', againFrom: undefined }
      ],
      [{ id: 't', givenOn: '2027-05-02', until: '2027-05-09', bring: 'a picture' }]
    );
    expect(steps.map((step) => `${step.isoDate} ${step.kind}`)).toEqual([
      '2027-04-25 quiz',
      '2027-04-25 meeting',
      '2027-04-28 quiz',
      '2027-05-02 meeting',
      '2027-05-02 quiz',
      '2027-05-02 task'
    ]);
  });
});
