/** As what a brief is printed: whole for leaders, for learners, on two pages, or as pocket cards. */
export const printKinds = ['brief', 'learners', 'short', 'cards'] as const;
export type PrintKind = (typeof printKinds)[number];
