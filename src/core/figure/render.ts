import type { Plate } from './plate';
import type { Shape } from './scene';

const attribute = (name: string, value: string | number | undefined) =>
  value === undefined ? '' : ` ${name}="${value}"`;

const path = ({ d, fill, stroke, strokeWidth, opacity }: Shape) =>
  `<path d="${d}"${attribute('fill', fill ?? (stroke ? 'none' : undefined))}${attribute('stroke', stroke)}${attribute('stroke-width', strokeWidth && Math.round(strokeWidth * 1000) / 1000)}${attribute('opacity', opacity)}/>`;

/** A plate as an SVG document of its own: paths only, no style, no ids, no text. */
export function renderPlate({ width, height, figures }: Plate): string {
  const groups = figures.map(({ scene, scale, dx, dy }) => {
    const shapes = scene.parts.flatMap((part) => part.shapes.map(path)).join('');
    return `<g transform="translate(${dx.toFixed(2)} ${dy.toFixed(2)}) scale(${scale.toFixed(5)})">${shapes}</g>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" stroke-linecap="round" stroke-linejoin="round">${groups.join('')}</svg>`;
}
