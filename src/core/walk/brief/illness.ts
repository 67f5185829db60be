/** What to do when somebody feels ill, the same on the screen and on paper. Common practice, no source; a clinician decides. */
export const illness = {
  eaten:
    'Call first. Then say what was eaten, how much and when, and what is felt. Keep a sample of the plant and of what is left. Do not make the person vomit. Effects may come hours or a day later or, with some, weeks, even after a harmless beginning: stay in touch.',
  sap: 'Sap on the skin: wash it off at once, and keep the place from the sun for two days.',
  eye: 'In an eye: rinse for a quarter of an hour, and call.'
} as const;
