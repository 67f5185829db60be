import type { Content } from 'pdfmake/interfaces';
import { placedStops } from '$core/walk';
import { onPaper } from './fonts';
import { mapPicture } from './map-picture';
import { type PrintedBrief, onNewPage, pageWide } from './page-layout';
import { heading, paragraph } from './text';

/** The map of the walk with its stops, on a page of its own where the reader may see it. */
export function mapPage({ document }: PrintedBrief): Content[] {
  if (!document.map) return [];
  const stops = placedStops(document);
  const picture = mapPicture(document.map, stops, pageWide, 560, onPaper);
  if (!picture) return [];
  return [
    onNewPage([
      heading('The way'),
      { svg: picture, width: pageWide },
      paragraph(
        [
          stops.map(({ number, name }) => `${number} ${name}`).join(' · '),
          stops.length < document.stops.length ? ' · other stops are not shown' : ''
        ],
        { fontSize: 10, margin: [0, 8, 0, 0] }
      )
    ])
  ];
}
