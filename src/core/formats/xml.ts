import { XMLBuilder } from 'fast-xml-parser';

const builder = new XMLBuilder({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  format: true,
  suppressEmptyNode: true
});

/** An XML 1.0 file of one element; what begins with @ is an attribute. */
export const writeXml = (content: Readonly<Record<string, unknown>>): string =>
  builder.build({ '?xml': { '@version': '1.0', '@encoding': 'UTF-8' }, ...content });
