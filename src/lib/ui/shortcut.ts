/** Fields into which signs are typed; ticks and radio buttons are none. */
const typedInto =
  'input:not([type="radio"], [type="checkbox"], [type="button"], [type="submit"]), textarea, select, [contenteditable]';

export const isTyping = ({ target }: KeyboardEvent): boolean =>
  target instanceof Element && target.closest(typedInto) !== null;

/** The key by which somebody asks for something of the page; nothing while they type, or hold another key with it. */
export const shortcut = (event: KeyboardEvent): string | undefined =>
  event.ctrlKey || event.metaKey || event.altKey || isTyping(event) ? undefined : event.key;

/** The place, from 0, that a figure from 1 to 9 stands for. */
export const shortcutPlace = (event: KeyboardEvent): number | undefined => {
  const key = shortcut(event);
  return key && /^[1-9]$/.test(key) ? Number(key) - 1 : undefined;
};
