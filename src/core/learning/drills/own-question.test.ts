import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../../tests/support/content';
import { Given, type Specification, WrittenQuestion, answeredInWords, onPaper, pose } from './index';

const library = shippedLibrary();
const id = '0192f000-0000-7000-8000-00000000aaaa';
const picture = { id, width: 620, height: 440 };
const circle = (x: number) => ({ shape: 'circle', x, y: 100, r: 30 });
const common = { title: 'A title', asks: 'What?', reason: 'Because.' };
const choice = (options: readonly [string, boolean][], choose = 'one') => ({
  ...common,
  answer: { kind: 'choice', choose, options: options.map(([words, isRight]) => ({ words, isRight })) }
});
const messages = (question: unknown) => {
  const read = WrittenQuestion.safeParse(question);
  return read.success ? [] : read.error.issues.map(({ message }) => message);
};

describe('a question that a school writes', () => {
  it.each([
    [
      'has no right answer',
      choice([
        ['A', false],
        ['B', false]
      ]),
      /asks nothing/
    ],
    [
      'has right answers alone',
      choice([
        ['A', true],
        ['B', true]
      ]),
      /Every answer is right/
    ],
    [
      'says the same twice',
      choice([
        ['A', true],
        ['a ', false]
      ]),
      /say the same/
    ],
    ['has one answer', choice([['A', true]]), /two to choose from/],
    [
      'is typed, with nothing that is right',
      { ...common, answer: { kind: 'typed', accepted: [] } },
      /asks nothing/
    ],
    [
      'points at places, without a picture',
      {
        ...common,
        answer: {
          kind: 'spot',
          options: [circle(1), circle(2)].map((shape, i) => ({ shape, isRight: i === 0 }))
        }
      },
      /on a picture/
    ],
    [
      'asks nothing',
      {
        ...choice([
          ['A', true],
          ['B', false]
        ]),
        asks: '  '
      },
      /Say what is asked/
    ]
  ])('is refused where it %s', (_, question, message) => {
    expect(messages(question).join(' ')).toMatch(message);
  });

  it('may ask for all that is right, even where nothing is wrong', () => {
    expect(
      messages(
        choice(
          [
            ['A', true],
            ['B', true]
          ],
          'all'
        )
      )
    ).toEqual([]);
  });
});

describe('such a question, asked', () => {
  const asked = (question: unknown, seed = 1) => {
    const spec: Specification = {
      drill: 'own question',
      id,
      question: WrittenQuestion.parse(question),
      seed
    };
    const posed = pose(library, spec, new Map())!;
    const open = posed.open([]);
    if (open.drill !== 'own question') throw new Error(open.drill);
    const given = (words: readonly string[], typed = '') =>
      Given.parse({
        drill: 'own question',
        chosen: words.map((one) => open.options.find((option) => option.words === one)!.id),
        typed
      });
    return {
      spec,
      open,
      given,
      outcome: (words: readonly string[], typed = '') => posed.grade(given(words, typed), []).outcome
    };
  };

  it('shows its answers in an order of chance that says nothing of what is right', () => {
    const question = choice([
      ['A', true],
      ['B', false],
      ['C', false],
      ['D', false]
    ]);
    const first = Array.from({ length: 60 }, (_, seed) => asked(question, seed).open.options[0]!.words);
    expect(new Set(first).size).toBe(4);
    expect(JSON.stringify(asked(question).open)).not.toContain('isRight');
    expect(JSON.stringify(asked(question).open)).not.toContain('Because');
  });

  it('takes one right answer, or all of them and no other', () => {
    const one = asked(
      choice([
        ['A', true],
        ['B', false],
        ['C', true]
      ])
    );
    expect([one.outcome(['A']), one.outcome(['C']), one.outcome(['B']), one.outcome(['A', 'C'])]).toEqual([
      'right',
      'right',
      'missed',
      'missed'
    ]);
    const all = asked(
      choice(
        [
          ['A', true],
          ['B', false],
          ['C', true]
        ],
        'all'
      )
    );
    expect([all.outcome(['C', 'A']), all.outcome(['A']), all.outcome(['A', 'B', 'C'])]).toEqual([
      'right',
      'missed',
      'missed'
    ]);
  });

  it('keeps places by their letters, and rings what was right afterwards', () => {
    const { outcome, spec } = asked({
      ...common,
      picture,
      answer: {
        kind: 'spot',
        options: [
          { shape: circle(100), isRight: false },
          { shape: { shape: 'rect', left: 200, top: 0, right: 300, bottom: 100 }, isRight: true }
        ]
      }
    });
    expect([outcome(['A']), outcome(['B'])]).toEqual(['missed', 'right']);
    const posed = pose(library, spec, new Map())!;
    expect(posed.grade({ drill: 'own question', chosen: [0], typed: '' }, []).feedback.marks).toEqual([
      { x: 250, y: 50, kind: 'here' }
    ]);
    expect(posed.image('picture', [])).toEqual({ questionPicture: id });
  });

  it('takes an order as it is right, and no other', () => {
    const { outcome } = asked({
      ...common,
      answer: { kind: 'order', options: [{ words: 'One' }, { words: 'Two' }, { words: 'Three' }] }
    });
    expect(outcome(['One', 'Two', 'Three'])).toBe('right');
    expect(outcome(['Two', 'One', 'Three'])).toBe('missed');
    expect(outcome(['One', 'Two'])).toBe('missed');
  });

  it.each([
    ['Lily of the valley', true],
    ['  lily of  the vally ', true],
    ['Lily of the mountains', false],
    ['', false],
    ['112', true],
    ['113', false],
    ['крапива', true],
    ['ж', false]
  ])('takes “%s”, typed: %s', (typed, isRight) => {
    const { outcome } = asked({
      ...common,
      answer: { kind: 'typed', accepted: ['Lily of the valley', '112', 'Крапива'] }
    });
    expect(outcome([], typed)).toBe(isRight ? 'right' : 'missed');
  });

  it('stands on paper, and says afterwards what was answered', () => {
    const { spec, given } = asked(
      choice(
        [
          ['A', true],
          ['B', false],
          ['C', true]
        ],
        'all'
      )
    );
    const posed = pose(library, spec, new Map())!;
    expect(onPaper('own question', posed)).toMatchObject({
      asks: 'What?',
      pen: expect.stringContaining('all')
    });
    expect(answeredInWords(library, spec, given(['A', 'B']))).toBe('A and B');
  });
});
