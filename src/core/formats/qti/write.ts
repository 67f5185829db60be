import { DOMImplementation, type Element, XMLSerializer } from '@xmldom/xmldom';
import { strToU8, zipSync } from 'fflate';
import { type Answering, type Item, type SpotShape, letterOf, picturesOfOptions } from '../../learning';
import { cleanText } from '../../text';
import { interactions, manifestName, namespaces, resourceTypes, schemas } from './names';

/** Writes quizzes as packages of IMS QTI 3.0: a manifest, a test that holds the order, an item a question, and pictures. */

/** A picture as it lies in a package, by the name that the item gives it. */
export type PictureFiles = ReadonlyMap<string, { readonly file: string; readonly bytes: Uint8Array }>;

export interface PackedItem {
  readonly item: Item;
  readonly pictures: PictureFiles;
}

export interface PackedQuiz {
  readonly title: string;
  /** Undefined: without a limit. */
  readonly minutes: number | undefined;
  readonly items: readonly PackedItem[];
}

type Attributes = Readonly<Record<string, string | number | undefined>>;
type Child = Element | string;
type Make = (name: string, attributes?: Attributes, children?: readonly Child[]) => Element;

/** Writes one document; what makes its elements is handed to who fills it. */
function documentOf(
  space: keyof typeof schemas,
  name: string,
  attributes: Attributes,
  fill: (make: Make) => readonly Child[]
): string {
  const document = new DOMImplementation().createDocument(namespaces[space], name, null);
  const put = (element: Element, given: Attributes, children: readonly Child[]): Element => {
    for (const [key, value] of Object.entries(given))
      if (value !== undefined) element.setAttribute(key, cleanText(String(value)));
    for (const child of children)
      element.appendChild(typeof child === 'string' ? document.createTextNode(cleanText(child)) : child);
    return element;
  };
  const make: Make = (own, given = {}, children = []) =>
    put(document.createElementNS(namespaces[space], own), given, children);
  const root = document.documentElement!;
  root.setAttributeNS(namespaces.xsi, 'xsi:schemaLocation', `${namespaces[space]} ${schemas[space]}`);
  put(root, attributes, fill(make));
  return `<?xml version="1.0" encoding="UTF-8"?>\n${new XMLSerializer().serializeToString(document)}\n`;
}

const response = 'RESPONSE';
const feedback = 'FEEDBACK';
const told = 'told';

const coordinatesOf = (shape: SpotShape): string =>
  (shape.shape === 'circle'
    ? [shape.x, shape.y, shape.r]
    : shape.shape === 'rect'
      ? [shape.left, shape.top, shape.right, shape.bottom]
      : shape.points.flat()
  )
    .map(Math.round)
    .join(',');

/** What is right, and what each choice is worth. */
function declarationOf(make: Make, answer: Answering): Element {
  const values = (all: readonly string[]) =>
    make(
      'qti-correct-response',
      {},
      all.map((one) => make('qti-value', {}, [one]))
    );
  const mapping = (entries: readonly Attributes[]) =>
    make(
      'qti-mapping',
      { 'lower-bound': 0, 'upper-bound': 1, 'default-value': 0 },
      entries.map((entry) => make('qti-map-entry', entry))
    );
  const declare = (cardinality: string, type: string, children: readonly Element[]) =>
    make('qti-response-declaration', { identifier: response, cardinality, 'base-type': type }, children);
  switch (answer.kind) {
    case 'order':
      return declare('ordered', 'identifier', [values(answer.options.map((_, i) => letterOf(i)))]);
    case 'typed':
      return declare('single', 'string', [
        values(answer.accepted.slice(0, 1)),
        mapping(
          answer.accepted.map((one) => ({ 'map-key': one, 'mapped-value': 1, 'case-sensitive': 'false' }))
        )
      ]);
    default: {
      const worth = answer.options.map((option, i) => ({ id: letterOf(i), worth: option.worth }));
      const right = worth.filter((one) => one.worth === 1).map(({ id }) => id);
      if (answer.choose === 'all') return declare('multiple', 'identifier', [values(right)]);
      return declare('single', 'identifier', [
        values(right.slice(0, 1)),
        mapping(
          worth.flatMap(({ id, worth: value }) =>
            value > 0 ? [{ 'map-key': id, 'mapped-value': value }] : []
          )
        )
      ]);
    }
  }
}

/** A choice among several is worth what the table of its worth says; all else is right as a whole or not at all. */
const isMapped = (answer: Answering): boolean =>
  answer.kind === 'typed' || ('choose' in answer && answer.choose === 'one');

function processingOf(make: Make, answer: Answering): Element {
  const set = (identifier: string, value: Element) => make('qti-set-outcome-value', { identifier }, [value]);
  const score = isMapped(answer)
    ? set('SCORE', make('qti-map-response', { identifier: response }))
    : make('qti-response-condition', {}, [
        make('qti-response-if', {}, [
          make('qti-match', {}, [
            make('qti-variable', { identifier: response }),
            make('qti-correct', { identifier: response })
          ]),
          set('SCORE', make('qti-base-value', { 'base-type': 'float' }, ['1']))
        ])
      ]);
  return make('qti-response-processing', {}, [
    score,
    set(feedback, make('qti-base-value', { 'base-type': 'identifier' }, [told]))
  ]);
}

const defaultOf = (make: Make, value: string): Element =>
  make('qti-default-value', {}, [make('qti-value', {}, [value])]);

/** One question as an item. @param identifier within its package */
export function writeQtiItem({ item, pictures }: PackedItem, identifier: string): string {
  const { answer, title, asks, reason } = item;
  const ofOptions = picturesOfOptions(item);
  return documentOf(
    'item',
    'qti-assessment-item',
    { identifier, title, adaptive: 'false', 'time-dependent': 'false', 'xml:lang': 'en' },
    (make) => {
      const paragraphs = (texts: readonly string[]) => texts.map((text) => make('p', {}, [text]));
      const image = (name: string): Element[] => {
        const own = item.pictures.find((picture) => picture.name === name);
        const file = pictures.get(name)?.file;
        return own && file
          ? [
              make('img', {
                src: file,
                alt: own.words,
                width: Math.round(own.width),
                height: Math.round(own.height)
              })
            ]
          : [];
      };
      const shown = item.pictures.filter(({ name }) => !ofOptions.has(name)).map(({ name }) => name);
      const most = 'choose' in answer ? { 'max-choices': answer.choose === 'one' ? 1 : 0 } : {};
      const common = { 'response-identifier': response, ...most };
      const prompt = make('qti-prompt', {}, asks.slice(-1));
      const choices = (
        options: readonly { readonly words: string; readonly picture?: { readonly name: string } }[]
      ) =>
        options.map(({ words, picture }, i) =>
          make('qti-simple-choice', { identifier: letterOf(i) }, [
            words,
            ...(picture ? image(picture.name) : [])
          ])
        );
      const body = (): Element[] => {
        const before = [
          ...paragraphs(asks.slice(0, -1)),
          ...shown.map((name) => make('div', {}, image(name)))
        ];
        switch (answer.kind) {
          case 'choice':
            return [
              ...before,
              make(interactions.choice, { ...common, shuffle: 'true' }, [prompt, ...choices(answer.options)])
            ];
          case 'order':
            return [
              ...before,
              make(interactions.order, { ...common, shuffle: 'true' }, [prompt, ...choices(answer.options)])
            ];
          case 'spot':
            return [
              ...paragraphs(asks.slice(0, -1)),
              make(interactions.spot, common, [
                prompt,
                ...image(shown[0]!),
                ...answer.options.map(({ shape }, i) =>
                  make('qti-hotspot-choice', {
                    identifier: letterOf(i),
                    shape: shape.shape,
                    coords: coordinatesOf(shape),
                    'hotspot-label': letterOf(i)
                  })
                )
              ])
            ];
          case 'typed':
            return [
              ...before,
              ...paragraphs(asks.slice(-1)),
              make('p', {}, [make(interactions.typed, { ...common, 'expected-length': 40 })])
            ];
        }
      };
      const outcome = (name: string, type: string, children: readonly Element[] = []) =>
        make(
          'qti-outcome-declaration',
          { identifier: name, cardinality: 'single', 'base-type': type },
          children
        );
      return [
        declarationOf(make, answer),
        outcome('SCORE', 'float', [defaultOf(make, '0')]),
        outcome('MAXSCORE', 'float', [defaultOf(make, '1')]),
        outcome(feedback, 'identifier'),
        make('qti-item-body', {}, body()),
        processingOf(make, answer),
        ...(reason.length > 0
          ? [
              make(
                'qti-modal-feedback',
                { 'outcome-identifier': feedback, identifier: told, 'show-hide': 'show' },
                [make('qti-content-body', {}, paragraphs(reason))]
              )
            ]
          : [])
      ];
    }
  );
}

const itemId = (i: number) => `question-${i + 1}`;
const itemFile = (i: number) => `items/${itemId(i)}.xml`;
/** Items lie in a folder of their own: their pictures are named from there. */
const fromItems = (file: string) => `items/${file}`;

const writeTest = ({ title, minutes, items }: PackedQuiz): string =>
  documentOf('item', 'qti-assessment-test', { identifier: 'quiz', title }, (make) => [
    ...(minutes === undefined ? [] : [make('qti-time-limits', { 'max-time': minutes * 60 })]),
    make(
      'qti-test-part',
      { identifier: 'all', 'navigation-mode': 'linear', 'submission-mode': 'individual' },
      [
        make(
          'qti-assessment-section',
          { identifier: 'questions', title, visible: 'true' },
          items.map((_, i) => make('qti-assessment-item-ref', { identifier: itemId(i), href: itemFile(i) }))
        )
      ]
    )
  ]);

const writeManifest = ({ items }: PackedQuiz): string =>
  documentOf('manifest', 'manifest', { identifier: 'quiz-package' }, (make) => {
    const resource = (identifier: string, type: string, href: string, uses: readonly string[] = []) =>
      make('resource', { identifier, type, href }, [
        make('file', { href }),
        ...uses.map((one) => make('dependency', { identifierref: one }))
      ]);
    const pictureId = (i: number, k: number) => `picture-${i + 1}-${k + 1}`;
    return [
      make('metadata', {}, [make('schema', {}, ['QTI Package']), make('schemaversion', {}, ['3.0.0'])]),
      make('organizations'),
      make('resources', {}, [
        resource(
          'quiz',
          resourceTypes.test,
          'test.xml',
          items.map((_, i) => itemId(i))
        ),
        ...items.flatMap(({ pictures }, i) => {
          const files = [...pictures.values()];
          return [
            resource(
              itemId(i),
              resourceTypes.item,
              itemFile(i),
              files.map((_, k) => pictureId(i, k))
            ),
            ...files.map(({ file }, k) => resource(pictureId(i, k), resourceTypes.picture, fromItems(file)))
          ];
        })
      ])
    ];
  });

/** A quiz as a package. @returns the bytes of the archive */
export function packQuiz(quiz: PackedQuiz): Uint8Array<ArrayBuffer> {
  const files: Record<string, Uint8Array> = {
    [manifestName]: strToU8(writeManifest(quiz)),
    'test.xml': strToU8(writeTest(quiz))
  };
  quiz.items.forEach((one, i) => {
    files[itemFile(i)] = strToU8(writeQtiItem(one, itemId(i)));
    for (const { file, bytes } of one.pictures.values()) files[fromItems(file)] = bytes;
  });
  return zipSync(files) as Uint8Array<ArrayBuffer>;
}
