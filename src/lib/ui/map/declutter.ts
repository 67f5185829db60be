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

/** Stops come first, then dangers, points and names; a name moves aside, or is left out where all is taken. */
export function declutter(frame: HTMLElement): void {
  const edge = frame.getBoundingClientRect();
  const taken = [...frame.querySelectorAll('.map-stop, .map-point svg, .leaflet-control')].map((mark) =>
    mark.getBoundingClientRect()
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
  const rank = (element: HTMLElement) =>
    element.classList.contains('map-warning') ? 0 : element.closest('.map-point') ? 1 : 2;
  for (const label of labels.sort((a, b) => rank(a) - rank(b))) {
    const moves = label.classList.contains('map-centred') ? shifts : [shifts[0]];
    const found = moves.some(([x, y]) => {
      label.style.margin = `${y}px 0 0 ${x}px`;
      return isFree(label.getBoundingClientRect());
    });
    label.style.visibility = found ? 'visible' : 'hidden';
    if (found) taken.push(label.getBoundingClientRect());
  }
}
