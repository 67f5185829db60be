import type { PackBrief } from '$core/field';

/** A drawing of a brief that was taken along, as the address of a picture. */
export const plateSource =
  (brief: PackBrief | undefined) =>
  (id: string): string =>
    `data:image/svg+xml,${encodeURIComponent(brief?.plates[id] ?? '')}`;
