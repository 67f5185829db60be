import { strToU8, zipSync } from 'fflate';

/**
 * A package that was not written by us: after the examples that accompany the QTI specifications (“Unattended Luggage”,
 * “UK Airports”, “Grand Prix of Bahrain”, “Richard III”, “Chocolate”), put into the notation of 3.0 by hand and from
 * memory. Its folders, its prefixes and the order of its parts are not ours.
 */

const item = (identifier: string, title: string, content: string) => `<?xml version="1.0" encoding="UTF-8"?>
<!-- made by hand -->
<qti-assessment-item xmlns="http://www.imsglobal.org/xsd/imsqtiasi_v3p0"
  xmlns:xsi="http://www.w3.org/2001/XMLSchema-instance"
  identifier="${identifier}" title="${title}" adaptive="false" time-dependent="false">
${content}
</qti-assessment-item>`;

const choice = item(
  'choice',
  'Unattended Luggage',
  `<qti-response-declaration base-type="identifier" cardinality="single" identifier="RESPONSE">
    <qti-correct-response><qti-value>ChoiceA</qti-value></qti-correct-response>
  </qti-response-declaration>
  <qti-outcome-declaration base-type="float" cardinality="single" identifier="SCORE">
    <qti-default-value><qti-value>0</qti-value></qti-default-value>
  </qti-outcome-declaration>
  <qti-item-body>
    <p>Look at the text in the picture.</p>
    <p><img src="images/sign.png" alt="NEVER LEAVE LUGGAGE UNATTENDED"/></p>
    <qti-choice-interaction max-choices="1" response-identifier="RESPONSE" shuffle="false">
      <qti-prompt>What does it say?</qti-prompt>
      <qti-simple-choice identifier="ChoiceA">You must stay with your luggage at all times.</qti-simple-choice>
      <qti-simple-choice identifier="ChoiceB">Do not let someone else look after your luggage.</qti-simple-choice>
      <qti-simple-choice identifier="ChoiceC">Remember your luggage when you leave.</qti-simple-choice>
    </qti-choice-interaction>
  </qti-item-body>
  <qti-response-processing template="https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/match_correct.xml"/>`
);

const hotspot = item(
  'hotspot',
  'UK Airports (Take 1)',
  `<qti-response-declaration base-type="identifier" cardinality="single" identifier="RESPONSE">
    <qti-correct-response><qti-value>A</qti-value></qti-correct-response>
  </qti-response-declaration>
  <qti-item-body>
    <p>The picture illustrates four of the most popular destinations for air travellers arriving in the United
      Kingdom: London, Manchester, Edinburgh and Glasgow.</p>
    <qti-hotspot-interaction response-identifier="RESPONSE" max-choices="1">
      <qti-prompt>Which one is Glasgow?</qti-prompt>
      <object type="image/png" width="206" height="280" data="images/ukair.png">UK Map</object>
      <qti-hotspot-choice shape="circle" coords="77,115,8" identifier="A"/>
      <qti-hotspot-choice shape="circle" coords="118,184,8" identifier="B"/>
      <qti-hotspot-choice shape="circle" coords="150,235,8" identifier="C"/>
      <qti-hotspot-choice shape="circle" coords="96,114,8" identifier="D"/>
    </qti-hotspot-interaction>
  </qti-item-body>
  <qti-response-processing template="https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/match_correct.xml"/>`
);

const order = item(
  'order',
  'Grand Prix of Bahrain',
  `<qti-response-declaration base-type="identifier" cardinality="ordered" identifier="RESPONSE">
    <qti-correct-response>
      <qti-value>DriverC</qti-value><qti-value>DriverA</qti-value><qti-value>DriverB</qti-value>
    </qti-correct-response>
  </qti-response-declaration>
  <qti-item-body>
    <qti-order-interaction response-identifier="RESPONSE" shuffle="true">
      <qti-prompt>The following F1 drivers finished on the podium in the first ever Grand Prix of Bahrain. Can you
        rearrange them into the correct finishing order?</qti-prompt>
      <qti-simple-choice identifier="DriverA">Rubens Barrichello</qti-simple-choice>
      <qti-simple-choice identifier="DriverB">Jenson Button</qti-simple-choice>
      <qti-simple-choice identifier="DriverC" fixed="true">Michael Schumacher</qti-simple-choice>
    </qti-order-interaction>
  </qti-item-body>
  <qti-response-processing template="https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/match_correct.xml"/>`
);

const textEntry = item(
  'textEntry',
  'Richard III (Take 3)',
  `<qti-response-declaration base-type="string" cardinality="single" identifier="RESPONSE">
    <qti-correct-response><qti-value>York</qti-value></qti-correct-response>
    <qti-mapping default-value="0">
      <qti-map-entry map-key="York" mapped-value="1"/>
      <qti-map-entry map-key="york" mapped-value="0.5"/>
    </qti-mapping>
  </qti-response-declaration>
  <qti-item-body>
    <p>Identify the missing word in this famous quote from Shakespeare's Richard III.</p>
    <blockquote>
      <p>Now is the winter of our discontent<br/> Made glorious summer by this sun of
        <qti-text-entry-interaction expected-length="15" response-identifier="RESPONSE"/>;<br/>
        And all the clouds that lour'd upon our house<br/> In the deep bosom of the ocean buried.</p>
    </blockquote>
  </qti-item-body>
  <qti-response-processing template="https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/map_response.xml"/>`
);

const multiple = item(
  'choiceMultiple',
  'Composition of Water',
  `<qti-response-declaration base-type="identifier" cardinality="multiple" identifier="RESPONSE">
    <qti-correct-response><qti-value>H</qti-value><qti-value>O</qti-value></qti-correct-response>
    <qti-mapping default-value="-2" lower-bound="0" upper-bound="2">
      <qti-map-entry map-key="H" mapped-value="1"/>
      <qti-map-entry map-key="O" mapped-value="1"/>
      <qti-map-entry map-key="Cl" mapped-value="-1"/>
    </qti-mapping>
  </qti-response-declaration>
  <qti-item-body>
    <qti-choice-interaction max-choices="0" response-identifier="RESPONSE" shuffle="true">
      <qti-prompt>Which of the following elements are used to form water?</qti-prompt>
      <qti-simple-choice fixed="false" identifier="H">Hydrogen</qti-simple-choice>
      <qti-simple-choice fixed="false" identifier="He">Helium</qti-simple-choice>
      <qti-simple-choice fixed="false" identifier="C">Carbon</qti-simple-choice>
      <qti-simple-choice fixed="false" identifier="O">Oxygen</qti-simple-choice>
    </qti-choice-interaction>
  </qti-item-body>`
);

/** With an interaction that is not read here. */
const associate = item(
  'associate',
  'Shakespearian Rivals',
  `<qti-response-declaration base-type="pair" cardinality="multiple" identifier="RESPONSE">
    <qti-correct-response><qti-value>A P</qti-value></qti-correct-response>
  </qti-response-declaration>
  <qti-item-body>
    <qti-associate-interaction max-associations="3" response-identifier="RESPONSE" shuffle="true">
      <qti-prompt>Hidden in this list of characters are three pairs of rivals. Can you match each to his adversary?</qti-prompt>
      <qti-simple-associable-choice identifier="A" match-max="1">Antonio</qti-simple-associable-choice>
      <qti-simple-associable-choice identifier="P" match-max="1">Prospero</qti-simple-associable-choice>
    </qti-associate-interaction>
  </qti-item-body>`
);

export const foreignItems = { choice, hotspot, order, textEntry, multiple, associate };

const manifest = (names: readonly string[]) => `<?xml version="1.0" encoding="UTF-8"?>
<manifest xmlns="http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1" identifier="MANIFEST-1">
  <metadata><schema>QTI Package</schema><schemaversion>3.0.0</schemaversion></metadata>
  <organizations/>
  <resources>
    ${names
      .map(
        (name) => `<resource identifier="${name}" type="imsqti_item_xmlv3p0" href="content/${name}.xml">
      <file href="content/${name}.xml"/></resource>`
      )
      .join('\n    ')}
  </resources>
</manifest>`;

/** @param files beside the items: pictures, or what takes the place of an item */
export const foreignPackage = (
  files: Readonly<Record<string, Uint8Array>>,
  items: Readonly<Record<string, string>> = foreignItems
): Uint8Array<ArrayBuffer> =>
  zipSync({
    'imsmanifest.xml': strToU8(manifest(Object.keys(items))),
    ...Object.fromEntries(Object.entries(items).map(([name, xml]) => [`content/${name}.xml`, strToU8(xml)])),
    ...files
  }) as Uint8Array<ArrayBuffer>;
