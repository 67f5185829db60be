import { DOMParser, type Element, type Node } from '@xmldom/xmldom';
import { unzipSync } from 'fflate';
import { type SpotShape, type WrittenAnswer, mostOptions } from '../../learning';
import { cleanText, decodeText } from '../../text';
import { interactions, manifestName, resourceTypes } from './names';

/**
 * Reads packages of IMS QTI 3.0, and single items. What cannot be asked here is left out with the reason; nothing of an
 * item is run, and nothing is fetched.
 */

/** A question as it was read: places are in units of the picture as its item gives them. */
export interface ReadQuestion {
  readonly title: string;
  readonly asks: string;
  readonly picture:
    | {
        /** In the package. */
        readonly path: string;
        readonly words: string;
        /** What the item says of its size; undefined where it says nothing. */
        readonly width: number | undefined;
        readonly height: number | undefined;
      }
    | undefined;
  /** Not looked at yet: whether it can be asked is for the schema of written questions to say. */
  readonly answer: WrittenAnswer;
  readonly reason: string;
}

/** What was left out, and why. */
export interface LeftOut {
  readonly what: string;
  readonly why: string;
}

interface ReadPackage {
  /** Of its test. */
  readonly title: string;
  readonly questions: readonly ReadQuestion[];
  readonly left: readonly LeftOut[];
  /** The pictures that its questions show, by their paths. */
  readonly pictures: ReadonlyMap<string, Uint8Array>;
}

type Problem = { readonly problem: string };

/** Unpacked; pictures are what is large. */
const mostBytes = 60_000_000;
const mostXmlBytes = 2_000_000;
const mostFiles = 2000;
export const mostQuestionsRead = 300;

/** Why one item is left out. */
class CannotBeAsked extends Error {}
const refuse = (why: string): never => {
  throw new CannotBeAsked(why);
};

function parseXml(bytes: Uint8Array): Element | Problem {
  const decoded = decodeText(bytes);
  if ('problem' in decoded) return decoded;
  if (/<!(DOCTYPE|ENTITY)/i.test(decoded.text))
    return { problem: 'It declares a document type of its own: such files are not read.' };
  try {
    const document = new DOMParser({
      onError: (level, message) => {
        if (level !== 'warning') throw new Error(message);
      }
    }).parseFromString(cleanText(decoded.text), 'text/xml');
    return document.documentElement ?? { problem: 'It is empty.' };
  } catch {
    return { problem: 'It is no well-formed XML.' };
  }
}

const isElement = (node: Node): node is Element => node.nodeType === 1;
const childrenOf = (element: Element): Element[] => [...element.childNodes].filter(isElement);
const nameOf = (element: Element): string => element.localName ?? element.nodeName;
const allWithin = (element: Element): Element[] =>
  childrenOf(element).flatMap((child) => [child, ...allWithin(child)]);
const named = (element: Element, name: string): Element[] =>
  allWithin(element).filter((one) => nameOf(one) === name);
const attribute = (element: Element, name: string): string => element.getAttribute(name)?.trim() ?? '';
const textOf = (element: Element): string => (element.textContent ?? '').replace(/\s+/g, ' ').trim();

const blocks = new Set([
  'p',
  'div',
  'li',
  'ul',
  'ol',
  'blockquote',
  'h1',
  'h2',
  'h3',
  'h4',
  'h5',
  'h6',
  'br',
  'tr',
  'table',
  'pre',
  'section'
]);
const isInteraction = (name: string) => /^qti-.*-interaction$/.test(name);
/** What is said to the teacher, or after an answer, and is not asked. */
const isNotAsked = (name: string) => /^qti-(feedback|rubric|template|modal-feedback)/.test(name);

/** The words of a body in paragraphs, a gap where something is typed. */
function wordsOf(body: Element): string {
  const gather = (node: Node): string => {
    if (node.nodeType === 3 || node.nodeType === 4) return (node.nodeValue ?? '').replace(/\s+/g, ' ');
    if (!isElement(node)) return '';
    const name = nameOf(node);
    if (isNotAsked(name)) return '';
    if (name === interactions.typed) return ' ____ ';
    if (isInteraction(name))
      return childrenOf(node)
        .filter((child) => nameOf(child) === 'qti-prompt')
        .map((child) => `\n${gather(child)}\n`)
        .join('');
    const inner = [...node.childNodes].map(gather).join('');
    return blocks.has(name) ? `\n${inner}\n` : inner;
  };
  return gather(body)
    .split('\n')
    .map((line) => line.replace(/\s+/g, ' ').trim())
    .filter((line) => line !== '' && line !== '____')
    .join('\n');
}

/** What an item says is right. */
interface Declared {
  readonly cardinality: string;
  readonly right: readonly string[];
  /** What is worth most of a table of worths, if it is worth anything. */
  readonly best: readonly string[];
}

function declaredBy(item: Element, identifier: string): Declared {
  const own = named(item, 'qti-response-declaration').find(
    (one) => attribute(one, 'identifier') === identifier
  );
  if (!own) return refuse('it does not say what is right');
  const right = named(own, 'qti-correct-response').flatMap((one) => named(one, 'qti-value').map(textOf));
  const entries = named(own, 'qti-map-entry').map((entry) => ({
    key: attribute(entry, 'map-key'),
    value: Number(attribute(entry, 'mapped-value'))
  }));
  const most = Math.max(0, ...entries.map(({ value }) => value));
  const best = entries.filter(({ value }) => value > 0 && value === most).map(({ key }) => key);
  if (right.length === 0 && best.length === 0) return refuse('no answer in it is said to be right');
  return { cardinality: attribute(own, 'cardinality') || 'single', right, best };
}

/** Of several that may be chosen all right ones belong to the answer; of one, each that is worth as much as the best. */
function rightOf({ cardinality, right, best }: Declared): {
  readonly choose: 'one' | 'all';
  readonly ids: ReadonlySet<string>;
} {
  if (cardinality === 'multiple') return { choose: 'all', ids: new Set(right.length > 0 ? right : best) };
  if (cardinality !== 'single') return refuse(`its answer is “${cardinality}”, which does not fit its kind`);
  return { choose: 'one', ids: new Set([...right, ...best]) };
}

function choiceWords(choice: Element): string {
  const words = wordsOf(choice).replaceAll('\n', ' ');
  if (
    words === '' &&
    allWithin(choice).some((one) => ['img', 'object', 'svg', 'picture'].includes(nameOf(one)))
  )
    return refuse('its choices are pictures: here choices are words');
  return words === '' ? refuse('a choice in it has no words') : words;
}

function shapeOf(choice: Element): SpotShape {
  const shape = attribute(choice, 'shape');
  const numbers = attribute(choice, 'coords')
    .split(/[\s,]+/)
    .filter(Boolean)
    .map(Number);
  if (numbers.some((one) => !Number.isFinite(one)))
    return refuse('a place in it has no numbers for coordinates');
  if (shape === 'circle' && numbers.length === 3 && numbers[2]! > 0)
    return { shape, x: numbers[0]!, y: numbers[1]!, r: numbers[2]! };
  if (shape === 'rect' && numbers.length === 4)
    return { shape, left: numbers[0]!, top: numbers[1]!, right: numbers[2]!, bottom: numbers[3]! };
  if (shape === 'poly' && numbers.length >= 6 && numbers.length % 2 === 0)
    return {
      shape,
      points: Array.from({ length: numbers.length / 2 }, (_, i): [number, number] => [
        numbers[2 * i]!,
        numbers[2 * i + 1]!
      ])
    };
  return refuse(
    `a place in it is a “${shape}” with ${numbers.length} numbers: circle, rect and poly are read`
  );
}

function answerOf(item: Element, interaction: Element): ReadQuestion['answer'] {
  const kind = (Object.keys(interactions) as (keyof typeof interactions)[]).find(
    (one) => interactions[one] === nameOf(interaction)
  );
  if (!kind) return refuse(`it asks by ${nameOf(interaction)}, which is not known here`);
  const declared = declaredBy(item, attribute(interaction, 'response-identifier'));
  if (kind === 'typed') return { kind, accepted: [...new Set([...declared.right, ...declared.best])] };
  const choices = named(interaction, kind === 'spot' ? 'qti-hotspot-choice' : 'qti-simple-choice');
  if (choices.length > mostOptions)
    return refuse(`it has ${choices.length} choices: up to ${mostOptions} are read`);
  const ids = choices.map((choice) => attribute(choice, 'identifier'));
  if (kind === 'order') {
    const order = declared.right.map((id) => ids.indexOf(id));
    if (order.includes(-1) || new Set(order).size !== choices.length)
      return refuse('its right order does not hold each of its choices once');
    return { kind, options: order.map((i) => ({ words: choiceWords(choices[i]!) })) };
  }
  const right = rightOf(declared);
  const unknown = [...right.ids].find((id) => !ids.includes(id));
  if (unknown !== undefined) return refuse(`what is right, “${unknown}”, is none of its choices`);
  const isRight = (i: number) => right.ids.has(ids[i]!);
  return kind === 'choice'
    ? {
        kind,
        choose: right.choose,
        options: choices.map((one, i) => ({ words: choiceWords(one), isRight: isRight(i) }))
      }
    : {
        kind,
        choose: right.choose,
        options: choices.map((one, i) => ({ shape: shapeOf(one), isRight: isRight(i) }))
      };
}

/** A path from where an item lies: never outside the package. */
function pathFrom(file: string, href: string): string {
  const parts = file.split('/').slice(0, -1);
  let decoded = href;
  try {
    decoded = decodeURIComponent(href);
  } catch {
    // An address with a lone per cent sign stands as it is.
  }
  for (const part of decoded.split('/')) {
    if (part === '..') parts.pop();
    else if (part !== '.' && part !== '') parts.push(part);
  }
  return parts.join('/');
}

const sizeIn = (element: Element, name: string): number | undefined => {
  const size = Number.parseFloat(attribute(element, name));
  return size > 0 ? size : undefined;
};

function pictureOf(body: Element, file: string): ReadQuestion['picture'] {
  const shown = allWithin(body).filter(
    (one) =>
      ['img', 'object'].includes(nameOf(one)) &&
      !named(body, 'qti-simple-choice').some((choice) => allWithin(choice).includes(one))
  );
  if (
    allWithin(body).some((one) => ['audio', 'video', 'iframe', 'script', 'math', 'svg'].includes(nameOf(one)))
  )
    return refuse('it holds sound, film, a drawing or a formula in its text, which are not read here');
  if (shown.length > 1) return refuse(`it shows ${shown.length} pictures: a question here has one`);
  const [one] = shown;
  if (!one) return undefined;
  const href = attribute(one, nameOf(one) === 'img' ? 'src' : 'data');
  if (/^[a-z][a-z0-9+.-]*:|^\/\//i.test(href))
    return refuse('its picture lies outside the package: nothing is fetched from elsewhere');
  return {
    path: pathFrom(file, href),
    words: nameOf(one) === 'img' ? attribute(one, 'alt') : textOf(one),
    width: sizeIn(one, 'width'),
    height: sizeIn(one, 'height')
  };
}

function reasonOf(item: Element): string {
  const all = named(item, 'qti-modal-feedback');
  // Of several each belongs to an answer, and none is the reason of all.
  const [only, ...others] = all;
  if (!only || others.length > 0) return '';
  return childrenOf(only).map(wordsOf).join('\n') || textOf(only);
}

/** @throws CannotBeAsked */
function questionOf(item: Element, file: string): ReadQuestion {
  if (nameOf(item) === 'assessmentItem') return refuse('it is of QTI 2: version 3 is read');
  if (nameOf(item) !== 'qti-assessment-item') return refuse('it is no item');
  if (attribute(item, 'adaptive') === 'true')
    return refuse('it goes on after an answer, which is not known here');
  if (named(item, 'qti-template-declaration').length > 0)
    return refuse('it is made anew each time, which is not known here');
  const body = named(item, 'qti-item-body')[0] ?? refuse('it has no text');
  const asked = allWithin(body).filter((one) => isInteraction(nameOf(one)));
  if (asked.length === 0) return refuse('it asks nothing');
  if (asked.length > 1) return refuse(`it asks ${asked.length} things at once: a question here asks one`);
  const answer = answerOf(item, asked[0]!);
  const title = attribute(item, 'title') || attribute(item, 'identifier') || file;
  return {
    title,
    asks: wordsOf(body) || title,
    picture: pictureOf(body, file),
    answer,
    reason: reasonOf(item)
  };
}

const isZip = (bytes: Uint8Array) => bytes[0] === 0x50 && bytes[1] === 0x4b;

/** @returns its files by their paths, or what is wrong with it */
function unpack(bytes: Uint8Array): Map<string, Uint8Array> | Problem {
  let [size, count, tooLargeXml] = [0, 0, ''];
  try {
    const files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        count += 1;
        size += originalSize;
        if (name.endsWith('.xml') && originalSize > mostXmlBytes) tooLargeXml = name;
        return size <= mostBytes && count <= mostFiles && tooLargeXml === '' && !name.endsWith('/');
      }
    });
    if (size > mostBytes) return { problem: 'This archive unpacks to more than 60 MB.' };
    if (count > mostFiles) return { problem: `This archive holds more than ${mostFiles} files.` };
    if (tooLargeXml) return { problem: `“${tooLargeXml}” in this archive is larger than 2 MB.` };
    return new Map(Object.entries(files));
  } catch {
    return { problem: 'This archive is damaged.' };
  }
}

/** The files of its items in the order of its test, else of its manifest; and the title of the test. */
function listed(
  files: ReadonlyMap<string, Uint8Array>
): { readonly title: string; readonly items: readonly string[] } | Problem {
  const manifestPath = [...files.keys()].find((path) => path.split('/').at(-1) === manifestName);
  if (!manifestPath) return { problem: `This archive has no ${manifestName}: it is no QTI package.` };
  const manifest = parseXml(files.get(manifestPath)!);
  if ('problem' in manifest) return { problem: `${manifestName}: ${manifest.problem}` };
  const resources = named(manifest, 'resource').map((one) => ({
    type: attribute(one, 'type'),
    path: pathFrom(manifestPath, attribute(one, 'href'))
  }));
  const items = resources.filter(({ type }) => type === resourceTypes.item).map(({ path }) => path);
  if (items.length === 0)
    return {
      problem: resources.some(({ type }) => /^imsqti_.*v[12]p/.test(type))
        ? 'This is a package of QTI 1 or 2: version 3 is read. Programs that write the older one can often write 3.0, too.'
        : 'This package holds no questions of QTI 3.'
    };
  const tests = resources.filter(({ type }) => type === resourceTypes.test);
  for (const { path } of tests) {
    const bytes = files.get(path);
    const test = bytes && parseXml(bytes);
    if (!test || 'problem' in test) continue;
    const order = named(test, 'qti-assessment-item-ref').map((one) => pathFrom(path, attribute(one, 'href')));
    const known = order.filter((one) => items.includes(one));
    return {
      title: attribute(test, 'title'),
      items: [...new Set([...known, ...items])]
    };
  }
  return { title: '', items };
}

/**
 * Reads a package, or a single item that lies in no package.
 * @returns what could be read of it and what was left out, or what is wrong with it as a whole
 */
export function readQti(bytes: Uint8Array): ReadPackage | Problem {
  const files = isZip(bytes) ? unpack(bytes) : new Map([['item.xml', bytes]]);
  if ('problem' in files) return files;
  const found = isZip(bytes) ? listed(files) : { title: '', items: ['item.xml'] };
  if ('problem' in found) return found;
  if (found.items.length > mostQuestionsRead)
    return {
      problem: `This package holds ${found.items.length} questions: up to ${mostQuestionsRead} are read at a time.`
    };
  const questions: ReadQuestion[] = [];
  const left: LeftOut[] = [];
  const pictures = new Map<string, Uint8Array>();
  for (const path of found.items) {
    const own = files.get(path);
    const item = own ? parseXml(own) : { problem: 'it is named in the manifest, and not there' };
    if ('problem' in item) {
      left.push({ what: path, why: item.problem });
      continue;
    }
    const title = attribute(item, 'title') || path;
    try {
      const question = questionOf(item, path);
      const picture = question.picture && files.get(question.picture.path);
      if (question.picture && !picture) refuse('its picture is not in the package');
      if (question.picture && picture) pictures.set(question.picture.path, picture);
      questions.push(question);
    } catch (error) {
      if (!(error instanceof CannotBeAsked)) throw error;
      left.push({ what: title, why: error.message });
    }
  }
  return { title: found.title, questions, left, pictures };
}
