/** A file that was chosen on one page, for the page that it is used on next. */
let left: File | undefined;

export const leaveFile = (file: File | undefined): void => void (left = file);

/** The file that was left, once. */
export function takeLeftFile(): File | undefined {
  const file = left;
  left = undefined;
  return file;
}
