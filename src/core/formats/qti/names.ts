/** IMS QTI 3.0 (1EdTech, final release of 2022): the names that its packages, tests and items carry. */

export const namespaces = {
  item: 'http://www.imsglobal.org/xsd/imsqtiasi_v3p0',
  manifest: 'http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1',
  xsi: 'http://www.w3.org/2001/XMLSchema-instance'
} as const;

/** Where whoever validates finds the schemas; nothing is read from there. */
export const schemas = {
  item: 'https://purl.imsglobal.org/spec/qti/v3p0/schema/xsd/imsqti_asiv3p0_v1p0.xsd',
  manifest: 'https://purl.imsglobal.org/spec/qti/v3p0/schema/xsd/imsqtiv3p0_imscpv1p2_v1p0.xsd'
} as const;

/** What the resources of a manifest are. */
export const resourceTypes = {
  item: 'imsqti_item_xmlv3p0',
  test: 'imsqti_test_xmlv3p0',
  picture: 'webcontent'
} as const;

export const manifestName = 'imsmanifest.xml';

/** The interactions that are read and written here: the standard has more. */
export const interactions = {
  choice: 'qti-choice-interaction',
  spot: 'qti-hotspot-interaction',
  order: 'qti-order-interaction',
  typed: 'qti-text-entry-interaction'
} as const;
