import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../../tests/support/content';
import { foreignItems, foreignPackage } from '../../../../tests/support/qti-package';
import {
  type Item,
  type Specification,
  WrittenQuestion,
  anybody,
  composeRound,
  composeRoundOfKind,
  itemOf,
  picturesOfOptions
} from '../../learning';
import { createRandom } from '../../random';
import { readQuestionTable, writeQuestionTable } from '../question-table';
import { packQuiz, readQti } from './index';

const library = shippedLibrary();
const id = '0192f000-0000-7000-8000-00000000aaaa';
const picture = { id, width: 620, height: 440, words: 'A drawn plant' };
const circle = (x: number, y: number) => ({ shape: 'circle' as const, x, y, r: 30 });

const written = (question: unknown, seed = 3): Specification => ({
  drill: 'own question',
  id,
  question: WrittenQuestion.parse(question),
  seed
});
const common = { title: 'A title & more', asks: 'First line.\nIs 3 < 4?', reason: 'Because “it” is.' };
const ownQuestions = [
  {
    ...common,
    answer: {
      kind: 'choice',
      choose: 'one',
      options: [
        { words: 'Yes', isRight: true },
        { words: 'No', isRight: false },
        { words: '=1+1', isRight: false }
      ]
    }
  },
  {
    ...common,
    answer: {
      kind: 'choice',
      choose: 'all',
      options: [
        { words: 'Yes', isRight: true },
        { words: 'Of course', isRight: true },
        { words: 'No', isRight: false }
      ]
    }
  },
  {
    ...common,
    picture,
    answer: {
      kind: 'spot',
      choose: 'one',
      options: [
        { shape: circle(100, 100), isRight: false },
        { shape: { shape: 'rect', left: 10, top: 20, right: 200, bottom: 90 }, isRight: true },
        {
          shape: {
            shape: 'poly',
            points: [
              [300, 300],
              [400, 300],
              [350, 400]
            ]
          },
          isRight: false
        }
      ]
    }
  },
  { ...common, answer: { kind: 'order', options: [{ words: 'One' }, { words: 'Two' }, { words: 'Three' }] } },
  { ...common, answer: { kind: 'typed', accepted: ['Ramsons', 'Wild garlic'] } }
];

/** Questions of every kind of drill, as a quiz has them. */
const pair = {
  target: 'allium-ursinum',
  lookalike: 'convallaria-majalis',
  targetStage: 'leaf' as const,
  lookalikeStage: 'leaf' as const,
  deciding: ['leaf-attachment']
};
const frame = {
  library,
  context: [pair],
  rules: { mayDig: false, scentCounts: false },
  isoDate: '2027-04-24',
  buffers: {},
  learner: anybody([pair]),
  now: new Date('2027-04-24T10:00:00Z')
};
const composed = [
  ...composeRound(frame, [pair], 12, createRandom('qti')),
  ...(['which part tells', 'season', 'names and terms', 'should we take it'] as const).flatMap((drill) =>
    composeRoundOfKind(frame, [pair], 5, drill, createRandom(`qti ${drill}`))
  )
];
const itemsOf = (specs: readonly Specification[]) => specs.flatMap((spec) => itemOf(library, spec) ?? []);
const items: readonly Item[] = [
  ...itemsOf(ownQuestions.map((question, i) => written(question, i))),
  ...itemsOf(composed)
];

const pixel = new Uint8Array([0x89, 0x50, 0x4e, 0x47]);
const packed = packQuiz({
  title: 'Before the walk',
  minutes: 20,
  items: items.map((item, i) => ({
    item,
    pictures: new Map(
      item.pictures.map(({ name }, k) => [name, { file: `pictures/${i}-${k}.png`, bytes: pixel }])
    )
  }))
});
const files = unzipSync(packed);
const xmlOf = (path: string) => strFromU8(files[path]!);
const itemPaths = Object.keys(files).filter((path) => /^items\/[^/]+\.xml$/.test(path));
const parser = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '@', preserveOrder: true });

/** An element as the independent parser gives it. */
interface Node {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly Node[];
  readonly text: string;
}
function nodesOf(parsed: readonly Record<string, unknown>[]): Node[] {
  return parsed.flatMap((one) => {
    const name = Object.keys(one).find((key) => key !== ':@')!;
    if (name.startsWith('?')) return [];
    if (name === '#text') return [{ name, attributes: {}, children: [], text: String(one[name]) }];
    const attributes = Object.fromEntries(
      Object.entries((one[':@'] ?? {}) as Record<string, string>).map(([key, value]) => [key.slice(1), value])
    );
    return [{ name, attributes, children: nodesOf(one[name] as Record<string, unknown>[]), text: '' }];
  });
}
const rootOf = (xml: string): Node => nodesOf(parser.parse(xml))[0]!;
const within = (node: Node): Node[] => node.children.flatMap((child) => [child, ...within(child)]);

/**
 * Rules of the standard's information model and binding (IMS QTI 3.0, ASI and content packaging; from memory, since its
 * schemas are not at hand): what stands in what, in which order, with which attributes.
 */
const contentOf: Readonly<Record<string, readonly (readonly [name: string, least: number, most: number])[]>> =
  {
    'qti-assessment-item': [
      ['qti-response-declaration', 0, Infinity],
      ['qti-outcome-declaration', 0, Infinity],
      ['qti-item-body', 0, 1],
      ['qti-response-processing', 0, 1],
      ['qti-modal-feedback', 0, Infinity]
    ],
    'qti-response-declaration': [
      ['qti-correct-response', 0, 1],
      ['qti-mapping', 0, 1],
      ['qti-area-mapping', 0, 1]
    ],
    'qti-correct-response': [['qti-value', 1, Infinity]],
    'qti-mapping': [['qti-map-entry', 1, Infinity]],
    'qti-outcome-declaration': [['qti-default-value', 0, 1]],
    'qti-choice-interaction': [
      ['qti-prompt', 0, 1],
      ['qti-simple-choice', 1, Infinity]
    ],
    'qti-order-interaction': [
      ['qti-prompt', 0, 1],
      ['qti-simple-choice', 1, Infinity]
    ],
    'qti-hotspot-interaction': [
      ['qti-prompt', 0, 1],
      ['img', 1, 1],
      ['qti-hotspot-choice', 1, Infinity]
    ],
    'qti-modal-feedback': [['qti-content-body', 0, 1]],
    'qti-assessment-test': [
      ['qti-outcome-declaration', 0, Infinity],
      ['qti-time-limits', 0, 1],
      ['qti-test-part', 1, Infinity]
    ],
    'qti-test-part': [['qti-assessment-section', 1, Infinity]],
    'qti-assessment-section': [['qti-assessment-item-ref', 0, Infinity]],
    manifest: [
      ['metadata', 1, 1],
      ['organizations', 1, 1],
      ['resources', 1, 1]
    ],
    metadata: [
      ['schema', 1, 1],
      ['schemaversion', 1, 1]
    ],
    resource: [
      ['file', 0, Infinity],
      ['dependency', 0, Infinity]
    ]
  };
const attributesOf: Readonly<Record<string, readonly string[]>> = {
  'qti-assessment-item': ['identifier', 'title', 'adaptive', 'time-dependent'],
  'qti-response-declaration': ['identifier', 'cardinality', 'base-type'],
  'qti-outcome-declaration': ['identifier', 'cardinality', 'base-type'],
  'qti-map-entry': ['map-key', 'mapped-value'],
  'qti-mapping': ['default-value'],
  'qti-choice-interaction': ['response-identifier', 'max-choices'],
  'qti-order-interaction': ['response-identifier'],
  'qti-hotspot-interaction': ['response-identifier', 'max-choices'],
  'qti-text-entry-interaction': ['response-identifier'],
  'qti-simple-choice': ['identifier'],
  'qti-hotspot-choice': ['identifier', 'shape', 'coords'],
  'qti-modal-feedback': ['outcome-identifier', 'identifier', 'show-hide'],
  'qti-assessment-test': ['identifier', 'title'],
  'qti-test-part': ['identifier', 'navigation-mode', 'submission-mode'],
  'qti-assessment-section': ['identifier', 'title', 'visible'],
  'qti-assessment-item-ref': ['identifier', 'href'],
  img: ['src', 'alt'],
  resource: ['identifier', 'type'],
  file: ['href'],
  dependency: ['identifierref']
};
const values: Readonly<Record<string, RegExp>> = {
  identifier: /^[A-Za-z_][\w.-]*$/,
  'response-identifier': /^[A-Za-z_][\w.-]*$/,
  cardinality: /^(single|multiple|ordered|record)$/,
  'base-type': /^(boolean|directedPair|duration|file|float|identifier|integer|pair|point|string|uri)$/,
  shape: /^(circle|default|ellipse|poly|rect)$/,
  coords: /^\d+(,\d+)*$/,
  'show-hide': /^(show|hide)$/,
  'navigation-mode': /^(linear|nonlinear)$/,
  'submission-mode': /^(individual|simultaneous)$/,
  'max-choices': /^\d+$/
};

/** What in a document breaks those rules. */
function faultsIn(root: Node): string[] {
  return [root, ...within(root)].flatMap((node) => {
    const faults: string[] = [];
    const model = contentOf[node.name];
    const own = node.children.filter(({ name }) => name !== '#text').map(({ name }) => name);
    if (model) {
      const places = own.map((name) => model.findIndex(([known]) => known === name));
      if (places.includes(-1)) faults.push(`${node.name} holds ${own[places.indexOf(-1)]}`);
      if (places.some((place, i) => i > 0 && place < places[i - 1]!))
        faults.push(`${node.name} is out of order`);
      for (const [name, least, most] of model) {
        const count = own.filter((one) => one === name).length;
        if (count < least || count > most) faults.push(`${node.name} holds ${count} ${name}`);
      }
    }
    for (const name of attributesOf[node.name] ?? [])
      if (node.attributes[name] === undefined) faults.push(`${node.name} has no ${name}`);
    for (const [name, pattern] of Object.entries(values)) {
      const value = node.attributes[name];
      if (value !== undefined && !pattern.test(value)) faults.push(`${node.name} has ${name} “${value}”`);
    }
    return faults;
  });
}

describe('a quiz as a package of QTI 3.0', () => {
  it('has questions of each interaction, own ones and drawn ones', () => {
    const kinds = new Set(items.map(({ answer }) => answer.kind));
    expect([...kinds].sort()).toEqual(['choice', 'order', 'spot', 'typed']);
    expect(items.some((item) => picturesOfOptions(item).size > 0)).toBe(true);
    expect(items.length).toBeGreaterThan(20);
  });

  it('holds well-formed files that keep the rules of the standard', () => {
    for (const path of [...itemPaths, 'test.xml', 'imsmanifest.xml']) {
      expect(XMLValidator.validate(xmlOf(path))).toBe(true);
      expect(faultsIn(rootOf(xmlOf(path))), path).toEqual([]);
    }
  });

  it('has each item once, in its own namespace, with answers that are declared', () => {
    for (const path of itemPaths) {
      const root = rootOf(xmlOf(path));
      expect(root.attributes['xmlns']).toBe('http://www.imsglobal.org/xsd/imsqtiasi_v3p0');
      const all = within(root);
      const [interaction, ...others] = all.filter(({ name }) => name.endsWith('-interaction'));
      expect(others).toEqual([]);
      const declared = all.filter(({ name }) => name === 'qti-response-declaration');
      expect(declared.map(({ attributes }) => attributes['identifier'])).toEqual([
        interaction!.attributes['response-identifier']
      ]);
      const choices = within(interaction!).flatMap(({ name, attributes }) =>
        name === 'qti-simple-choice' || name === 'qti-hotspot-choice' ? [attributes['identifier']] : []
      );
      expect(new Set(choices).size).toBe(choices.length);
      const right = within(declared[0]!).filter(({ name }) => name === 'qti-value');
      if (interaction!.name !== 'qti-text-entry-interaction')
        for (const value of right) expect(choices).toContain(value.children[0]!.text);
      // What is set once it was answered was declared before.
      const outcomes = all.flatMap(({ name, attributes }) =>
        name === 'qti-outcome-declaration' ? [attributes['identifier']] : []
      );
      for (const { name, attributes } of all)
        if (name === 'qti-set-outcome-value') expect(outcomes).toContain(attributes['identifier']);
    }
  });

  it('names in its manifest every file, and in its test every item in order', () => {
    const resources = within(rootOf(xmlOf('imsmanifest.xml')));
    const ids = resources.flatMap(({ name, attributes }) =>
      name === 'resource' ? [attributes['identifier']] : []
    );
    expect(new Set(ids).size).toBe(ids.length);
    for (const { name, attributes } of resources)
      if (name === 'dependency') expect(ids).toContain(attributes['identifierref']);
    const named = resources.flatMap(({ name, attributes }) => (name === 'file' ? [attributes['href']!] : []));
    expect([...named, 'imsmanifest.xml'].sort()).toEqual(Object.keys(files).sort());
    const refs = within(rootOf(xmlOf('test.xml'))).flatMap(({ name, attributes }) =>
      name === 'qti-assessment-item-ref' ? [attributes['href']] : []
    );
    expect(refs).toEqual(items.map((_, i) => `items/question-${i + 1}.xml`));
    for (const path of itemPaths)
      for (const { name, attributes } of within(rootOf(xmlOf(path))))
        if (name === 'img') expect(files).toHaveProperty([`items/${attributes['src']!}`]);
  });

  it('counts caution for half, and never takes a dangerous gather for right', () => {
    const sides = composed.flatMap((spec) =>
      spec.drill === 'side by side' && spec.specimen === 'lookalike' ? (itemOf(library, spec) ?? []) : []
    );
    expect(sides.length).toBeGreaterThan(0);
    for (const { answer } of sides) {
      if (answer.kind !== 'choice') throw new Error(answer.kind);
      expect(answer.options[0]).toMatchObject({ words: 'Ramsons', worth: 0 });
      expect(Math.max(...answer.options.map(({ worth }) => worth))).toBe(1);
    }
  });

  it('comes back as it was, but for questions with several pictures or choices that are pictures', () => {
    const read = readQti(packed);
    if ('problem' in read) throw new Error(read.problem);
    expect(read.title).toBe('Before the walk');
    expect(read.questions.length + read.left.length).toBe(items.length);
    expect(
      read.left.map(({ why }) => why).filter((why) => !/shows \d pictures|choices are pictures/.test(why))
    ).toEqual([]);
    ownQuestions.forEach((question, i) => {
      const { picture: shown, ...rest } = read.questions[i]!;
      const { picture: own, ...said } = question as typeof question & { picture?: typeof picture };
      expect(rest).toEqual(said);
      expect(shown && { width: shown.width, height: shown.height, words: shown.words }).toEqual(
        own && { width: own.width, height: own.height, words: own.words }
      );
    });
  });
});

describe('a package that was not written by us', () => {
  const read = readQti(
    foreignPackage({ 'content/images/sign.png': pixel, 'content/images/ukair.png': pixel })
  );
  if ('problem' in read) throw new Error(read.problem);
  const [luggage, airports, podium, richard, water] = read.questions;

  it('comes in with its words, its picture and what is right', () => {
    expect(luggage).toEqual({
      title: 'Unattended Luggage',
      asks: 'Look at the text in the picture.\nWhat does it say?',
      picture: {
        path: 'content/images/sign.png',
        words: 'NEVER LEAVE LUGGAGE UNATTENDED',
        width: undefined,
        height: undefined
      },
      answer: {
        kind: 'choice',
        choose: 'one',
        options: [
          { words: 'You must stay with your luggage at all times.', isRight: true },
          { words: 'Do not let someone else look after your luggage.', isRight: false },
          { words: 'Remember your luggage when you leave.', isRight: false }
        ]
      },
      reason: ''
    });
    expect(airports).toMatchObject({
      picture: { path: 'content/images/ukair.png', words: 'UK Map', width: 206, height: 280 },
      answer: {
        kind: 'spot',
        options: [
          { shape: { shape: 'circle', x: 77, y: 115, r: 8 }, isRight: true },
          { isRight: false },
          { isRight: false },
          { isRight: false }
        ]
      }
    });
    expect(podium!.answer).toEqual({
      kind: 'order',
      options: [{ words: 'Michael Schumacher' }, { words: 'Rubens Barrichello' }, { words: 'Jenson Button' }]
    });
    expect(richard!.answer).toEqual({ kind: 'typed', accepted: ['York'] });
    expect(richard!.asks).toContain('Made glorious summer by this sun of ____ ;');
    expect(water!.answer).toMatchObject({
      choose: 'all',
      options: [{ isRight: true }, {}, {}, { isRight: true }]
    });
  });

  it('leaves out what is not known here, with the reason', () => {
    expect(read.left).toEqual([
      { what: 'Shakespearian Rivals', why: 'it asks by qti-associate-interaction, which is not known here' }
    ]);
  });

  it('is one item, too, that lies in no package', () => {
    expect(readQti(strToU8(foreignItems.order))).toMatchObject({
      questions: [{ title: 'Grand Prix of Bahrain' }],
      left: []
    });
  });
});

describe('what cannot be asked', () => {
  const change = (from: string | RegExp, to: string) => foreignItems.multiple.replace(from, to);
  it.each([
    [
      'has no right answer',
      change(/<qti-correct-response>[\s\S]*<\/qti-mapping>/, ''),
      /no answer in it is said to be right/
    ],
    [
      'declares no answer',
      change(/<qti-response-declaration[\s\S]*<\/qti-response-declaration>/, ''),
      /does not say what is right/
    ],
    [
      'has an answer that is no choice',
      change('<qti-value>O<', '<qti-value>X<'),
      /“X”, is none of its choices/
    ],
    ['asks nothing', change(/<qti-choice-interaction[\s\S]*<\/qti-choice-interaction>/, ''), /asks nothing/],
    [
      'asks twice',
      change('</qti-item-body>', '<qti-text-entry-interaction response-identifier="R"/></qti-item-body>'),
      /asks 2 things/
    ],
    ['is adaptive', change('adaptive="false"', 'adaptive="true"'), /goes on after an answer/],
    [
      'shows what lies elsewhere',
      change('<qti-prompt>', '<qti-prompt><img src="//elsewhere.example/x.png" alt=""/>'),
      /nothing is fetched/
    ],
    ['shows a drawing in markup', change('<qti-prompt>', '<qti-prompt><svg/>'), /a drawing/],
    [
      'shows what is not there',
      change('<qti-prompt>', '<qti-prompt><img src="../../../etc/passwd" alt=""/>'),
      /not in the package/
    ],
    ['is broken', change('</qti-item-body>', ''), /no well-formed XML/],
    ['declares entities', `<!DOCTYPE a [<!ENTITY b "c">]>${foreignItems.order}`, /document type/]
  ])('is left out where it %s', (_, xml, why) => {
    const read = readQti(foreignPackage({}, { one: xml, order: foreignItems.order }));
    expect(read).toMatchObject({
      questions: [{ title: 'Grand Prix of Bahrain' }],
      left: [{ why: expect.stringMatching(why) }]
    });
  });

  it.each([
    [
      'a bomb',
      zipSync({ 'imsmanifest.xml': strToU8('<a/>'), 'x.png': new Uint8Array(61_000_000) }),
      /more than 60 MB/
    ],
    ['a large text', zipSync({ 'a.xml': new Uint8Array(2_100_000).fill(32) }), /larger than 2 MB/],
    ['no package', zipSync({ 'a.txt': strToU8('a') }), /no imsmanifest.xml/],
    ['a damaged archive', new Uint8Array([0x50, 0x4b, 3, 4, 1, 2]), /damaged/],
    [
      'of an older version',
      zipSync({
        'imsmanifest.xml': strToU8(
          '<manifest><resources><resource identifier="a" type="imsqti_item_xmlv2p1" href="a.xml"/></resources></manifest>'
        )
      }),
      /QTI 1 or 2: version 3 is read/
    ]
  ])('is refused as a whole where it is %s', (_, bytes, problem) => {
    expect(readQti(bytes)).toEqual({ problem: expect.stringMatching(problem) });
  });

  it('is an archive that says of its files that they are smaller than they are', () => {
    const honest = zipSync({ 'imsmanifest.xml': new Uint8Array(500_000) });
    // The size stands at 22 bytes into each header: here it says 10.
    const lying = honest.slice();
    for (let i = 0; i + 4 < lying.length; i += 1) {
      const sign = String.fromCharCode(...lying.subarray(i, i + 4));
      if (sign === 'PK\u0003\u0004') new DataView(lying.buffer).setUint32(i + 22, 10, true);
      if (sign === 'PK\u0001\u0002') new DataView(lying.buffer).setUint32(i + 24, 10, true);
    }
    expect(readQti(lying)).toHaveProperty('problem');
  });
});

describe('questions as a table', () => {
  it('come back as they were, but for those on pictures', () => {
    const own = itemsOf(ownQuestions.map((question, i) => written(question, i)));
    const read = readQuestionTable(writeQuestionTable(own));
    if ('problem' in read) throw new Error(read.problem);
    expect(read.questions.map(({ picture: _, ...rest }) => rest)).toEqual(
      ownQuestions.filter((question) => !('picture' in question))
    );
    expect(read.left).toEqual([
      { what: 'Line 6, A title & more', why: expect.stringContaining('QTI package') }
    ]);
  });

  it.each([
    ['a kind that is not known', 'Q,essay,Why?,a,b,A', /its kind is “essay”/],
    ['an answer that is not there', 'Q,choice,Why?,a,b,D', /“D” is said to be right/],
    ['a gap between its answers', 'Q,choice,Why?,,b,B', /between others is empty/]
  ])('leave out a line with %s', (_, line, why) => {
    expect(readQuestionTable(`title,kind,question,A,B,right\r\n${line}\r\n`)).toMatchObject({
      questions: [],
      left: [{ why: expect.stringMatching(why) }]
    });
  });

  it('are no table without the columns they need', () => {
    expect(readQuestionTable('a,b\r\n1,2')).toEqual({
      problem: expect.stringContaining('lacks the columns')
    });
  });
});
