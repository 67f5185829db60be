/** Where a name may go instead when its own place is taken, in pixels. */
const shifts = [
  [0, 0],
  [0, 22],
  [0, -22],
  [0, 40],
  [50, 22],
  [-50, 22],
  [60, -22],
  [-60, -22]
] as const;

/** Beside a ring: to the right, the left, below and above, for a label of some width. */
const beside = (width: number) =>
  [
    [9, -8],
    [-width - 9, -8],
    [-width / 2, 8],
    [-width / 2, -25]
  ] as const;

/**
 * Stops and rings come first, then dangers, points, names of the ground and of patches, dangerous ones before others; a
 * name moves aside, or is left out where all is taken.
 */
export function declutter(frame: HTMLElement): void {
  const edge = frame.getBoundingClientRect();
  const taken = [...frame.querySelectorAll('.map-stop, .map-ring, .map-point svg, .leaflet-control')].map(
    (mark) => mark.getBoundingClientRect()
  );
  const isFree = (box: DOMRect) =>
    box.left > edge.left &&
    box.right < edge.right &&
    box.top > edge.top &&
    box.bottom < edge.bottom &&
    taken.every(
      (other) =>
        box.right < other.left || box.left > other.right || box.bottom < other.top || box.top > other.bottom
    );
  const labels = [...frame.querySelectorAll<HTMLElement>('.map-label')];
  const is = (element: HTMLElement, name: string) => element.classList.contains(name);
  const rank = (element: HTMLElement) => {
    if (is(element, 'map-warning')) return 0;
    if (is(element, 'map-beside')) return is(element, 'map-danger') ? 3 : 4;
    return element.closest('.map-point') ? 1 : 2;
  };
  for (const label of labels.sort((a, b) => rank(a) - rank(b))) {
    const moves = is(label, 'map-centred')
      ? shifts
      : is(label, 'map-beside')
        ? beside(label.getBoundingClientRect().width)
        : [shifts[0]];
    const found = moves.some(([x, y]) => {
      label.style.margin = `${y}px 0 0 ${x}px`;
      return isFree(label.getBoundingClientRect());
    });
    label.style.visibility = found ? 'visible' : 'hidden';
    if (found) taken.push(label.getBoundingClientRect());
  }
}
