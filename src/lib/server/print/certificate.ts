import { palette } from '$lib/palette';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import type { PrintedCertificate } from '../learning/certificate';
import { pageMargin, pageWide } from './page-layout';
import { bold, heading, paragraph, rule, second } from './text';

/** A certificate of taking part: what was, what was shown on living plants, and what was not. */
export function certificatePages(certificate: PrintedCertificate): TDocumentDefinitions {
  const { person, course, school, on, attended, beside, signedOff, shown, open } = certificate;
  const line = (what: string, words: string): Content =>
    paragraph([bold(what), ...(words ? [second(`  ${words}`)] : [])], {
      fontSize: 10,
      margin: [0, 1.5, 0, 1.5]
    });
  const part = (title: string, lines: Content[], without: string): Content[] => [
    heading(title),
    rule(pageWide, palette.ink, 0.9),
    ...(lines.length > 0 ? lines : [paragraph([without], { fontSize: 10, color: palette.second })])
  ];
  return {
    pageSize: 'A4',
    pageMargins: pageMargin,
    content: [
      paragraph([school], { fontSize: 11, color: palette.second }),
      paragraph([['Certificate of taking part', { face: 'Serif', bold: true, fontSize: 24 }]], {
        margin: [0, 14, 0, 10]
      }),
      paragraph([[person, { face: 'Serif', bold: true, fontSize: 18 }]]),
      paragraph([`took part in the walks and classes of: ${course}.`], {
        fontSize: 12,
        margin: [0, 2, 0, 6]
      }),
      ...part(
        'Meetings',
        attended.map(({ what, plants }) => line(what, plants)),
        'No meeting was recorded with them.'
      ),
      ...(beside ? [paragraph([`${beside}.`], { fontSize: 9.5, color: palette.second })] : []),
      ...part(
        'Told apart on a living plant, and signed off',
        signedOff.map(({ what, words }) => line(what, words)),
        'Nothing was signed off that holds today.'
      ),
      ...part(
        'Shown on a living plant, not signed off',
        shown.map(({ what, words }) => line(what, words)),
        'Nothing beside that.'
      ),
      ...part(
        'Not shown on a living plant',
        [
          ...(open.length > 0
            ? [{ ul: open.map((words) => paragraph([words], { fontSize: 10 })) } satisfies Content]
            : [])
        ],
        'Every pair of the course was shown.'
      ),
      { ...paragraph([' '], { fontSize: 6 }) },
      rule(pageWide, palette.rosehip, 2),
      paragraph(
        [
          'This is no leave to gather and no licence. Only what is listed as shown or signed off was seen on a living plant; a sign-off holds for its stage of the year, and until its day. Drawings and quizzes do not count here.'
        ],
        { fontSize: 10, margin: [0, 2, 0, 26] }
      ),
      {
        columns: [
          { width: '*', ...paragraph([`${school}, ${on}`], { fontSize: 10 }) },
          {
            width: 220,
            stack: [
              rule(220, palette.ink, 0.6),
              paragraph(['for the school'], { fontSize: 9, color: palette.second })
            ]
          }
        ]
      }
    ],
    defaultStyle: { font: 'Sans', fontSize: 10, color: palette.ink }
  };
}
