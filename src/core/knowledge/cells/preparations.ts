import { type Method, Preparation, type Step, isCraft } from '../preparation';
import { type Filled, type ListKind, figuresIn, ifSet, numberIn, readList, writeList } from './kind';

/** As it is typed and kept in a table: one step a line, `Steam: lid on | 2–3 | every leaf lies flat`. */
export const stepsText = (steps: readonly Step[]): string =>
  steps
    .map(({ do: what, how, minutes, until }) =>
      [how ? `${what}: ${how}` : what, minutes?.join('–') ?? '', until].join(' | ')
    )
    .join('\n');

const lines = (text: string): string[] =>
  text
    .split('\n')
    .map((one) => one.trim())
    .filter(Boolean);

/** What stands before the first colon, and after it. */
const halves = (text: string): [string, string] => {
  const at = text.indexOf(': ');
  return at < 0 ? [text.trim(), ''] : [text.slice(0, at).trim(), text.slice(at + 2).trim()];
};

export const stepsFrom = (text: string): unknown[] =>
  lines(text).map((line) => {
    const [first = '', minutes = '', until = ''] = line.split('|').map((one) => one.trim());
    const [what, how] = halves(first);
    const between = minutes === '' ? undefined : figuresIn(minutes);
    return {
      do: what,
      ...ifSet('how', how),
      ...(between && { minutes: between.length === 1 ? [between[0], between[0]] : between }),
      until
    };
  });

const shareText = (share: Method['cleaned']): string => share.join(' ');

const toColumns = (method: Method): Record<string, string> => ({
  tool: method.tool,
  cutOff: method.cutOff,
  ...ifSet('leftOver', method.leftOver ?? ''),
  rinses: String(method.rinses),
  washing: method.washing,
  heat: method.heat,
  why: method.why,
  steps: stepsText(method.steps),
  cleaned: shareText(method.cleaned),
  ready: shareText(method.ready),
  ...(method.portion && {
    portionGrams: String(method.portion.grams),
    portionOf: method.portion.of,
    portionsADay: String(method.portion.perDay),
    ...ifSet('daysAWeek', method.portion.daysAWeek?.toString() ?? ''),
    ...ifSet('cupMillilitres', method.portion.cupMillilitres?.toString() ?? '')
  }),
  notFor: writeList(method.notFor),
  ...ifSet('wrong', method.wrong.map(({ sign, because }) => `${sign}: ${because}`).join('\n')),
  ...ifSet('contains', writeList(method.contains)),
  ...(method.keeping && {
    keepingHow: method.keeping.how,
    keepingDays: String(method.keeping.days),
    keepingSource: method.keeping.source
  }),
  ...ifSet('sources', writeList(method.sources))
});

/** What the columns say, not checked yet; a way to make what is not eaten has no portion, whatever was typed. */
function methodFrom(of: (name: string) => string, isEaten: boolean): unknown {
  const optional = (name: string, value: string) => (value === '' ? {} : { [name]: numberIn(value) });
  return {
    tool: of('tool'),
    cutOff: of('cutOff'),
    ...ifSet('leftOver', of('leftOver')),
    rinses: numberIn(of('rinses')),
    washing: of('washing'),
    heat: of('heat'),
    why: of('why'),
    steps: stepsFrom(of('steps')),
    cleaned: figuresIn(of('cleaned')),
    ready: figuresIn(of('ready')),
    ...(isEaten && {
      portion: {
        grams: numberIn(of('portionGrams')),
        of: of('portionOf'),
        perDay: numberIn(of('portionsADay')),
        ...optional('daysAWeek', of('daysAWeek')),
        ...optional('cupMillilitres', of('cupMillilitres'))
      }
    }),
    notFor: readList(of('notFor')),
    wrong: lines(of('wrong')).map((line) => {
      const [sign, because] = halves(line);
      return { sign, because };
    }),
    contains: readList(of('contains')),
    ...(of('keepingDays') || of('keepingHow')
      ? {
          keeping: {
            how: of('keepingHow'),
            days: numberIn(of('keepingDays')),
            source: of('keepingSource')
          }
        }
      : {}),
    sources: readList(of('sources'))
  };
}

function preparationFrom(of: (name: string) => string): unknown {
  const way = of('way');
  const refused = of('refused');
  return {
    part: of('part'),
    way,
    ...(refused ? { refused } : { method: methodFrom(of, !isCraft(way as Preparation['way'])) }),
    basis: of('basis')
  };
}

const inWords = ({ method, refused, basis }: Preparation): string =>
  method
    ? [
        `Cut off: ${method.cutOff}`,
        `Washing: ${method.washing}`,
        `Heat ${method.heat}: ${method.why}`,
        ...method.steps.map(
          ({ do: what, how, minutes, until }, i) =>
            `${i + 1} ${what}${how ? `, ${how}` : ''}${minutes ? `, ${minutes.join(' to ')} min` : ''}: ${until}`
        ),
        method.portion &&
          `A portion: ${method.portion.grams} g ${method.portion.of}, ${method.portion.perDay} a day`,
        `Not for: ${method.notFor.join('; ')}`,
        method.keeping &&
          `Keeps ${method.keeping.days} days, ${method.keeping.how} (${method.keeping.source})`,
        basis
      ]
        .filter(Boolean)
        .join('. ')
    : `No method is taught: ${refused ?? ''} ${basis}`;

/** How a part is prepared in one way. */
export const preparations: ListKind<Preparation> = {
  title: 'preparation',
  schema: Preparation,
  keyOf: ({ part, way }) => `${part}:${way}`,
  words: inWords,
  /** Where either of the two teaches none, none is taught; else the school's, which never lets more people eat of it. */
  stricter(own, base) {
    if (own === undefined) return undefined;
    if (!own.method || !base.method) return own.method ? base : own;
    const notFor = [...new Set([...own.method.notFor, ...base.method.notFor])];
    const lesser =
      own.method.portion && base.method.portion && own.method.portion.grams > base.method.portion.grams
        ? base.method.portion
        : own.method.portion;
    return { ...own, method: { ...own.method, notFor, ...(lesser && { portion: lesser }) } };
  },
  read: (filled: Filled) => ({
    value: preparationFrom((name) =>
      name === 'notFor' || name === 'contains' || name === 'sources'
        ? writeList(lines(filled.text(name)))
        : filled.text(name)
    )
  }),
  toRow: ({ part, way, method, refused, basis }) => ({
    part,
    way,
    ...(method ? toColumns(method) : {}),
    ...ifSet('refused', refused ?? ''),
    basis
  }),
  fromRow: (row) => preparationFrom((name) => row[name] ?? '')
};
