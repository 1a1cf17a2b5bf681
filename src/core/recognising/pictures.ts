import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import type { Drawn } from '../exchange/reading/drawn';
import type { Box, Point } from '../geometry/box';
import { trimNumber } from '../geometry/length';

/** Figures as a vector picture: its SVG in mm, by its hash, and where it stands. */
export interface VectorCut {
  svg: string;
  hash: string;
  box: Box;
}

const USUAL_WIDTH = 0.35;

/** Figures as one vector picture, lines as wide as they are drawn. @returns undefined for figures that have no extent */
export function vectorOf(figures: readonly Drawn[]): VectorCut | undefined {
  const points = figures.flatMap(reach);
  if (points.length === 0) return undefined;
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
  const least = (list: readonly number[]) => list.reduce((a, b) => Math.min(a, b));
  const most = (list: readonly number[]) => list.reduce((a, b) => Math.max(a, b));
  const [x, y] = [least(xs), least(ys)];
  const box = { x, y, width: Math.max(0.5, most(xs) - x), height: Math.max(0.5, most(ys) - y) };
  const n = (value: number) => trimNumber(value, 4);
  const at = (p: Point) => `${n(p.x - box.x)} ${n(box.y + box.height - p.y)}`;
  const run = (list: readonly Point[], closed: boolean) => `M${list.map(at).join('L')}${closed ? 'Z' : ''}`;
  const stroke = (one: { ink: string; width?: number }) =>
    `fill="none" stroke="${one.ink}" stroke-width="${n(one.width ?? USUAL_WIDTH)}"`;
  const elements = figures.flatMap((one): string[] => {
    switch (one.kind) {
      case 'line':
        return [`<path d="${run([one.from, one.to], false)}" ${stroke(one)}/>`];
      case 'run':
        return [`<path d="${run(one.points, false)}" ${stroke(one)}/>`];
      case 'arc': {
        const [cx, cy] = at(one.centre).split(' ');
        if (one.toDeg - one.fromDeg >= 360)
          return [`<circle cx="${cx}" cy="${cy}" r="${n(one.radius)}" ${stroke(one)}/>`];
        const large = one.toDeg - one.fromDeg > 180 ? 1 : 0;
        return [
          `<path d="M${at(onArc(one, one.fromDeg))}A${n(one.radius)} ${n(one.radius)} 0 ${large} 0 ${at(onArc(one, one.toDeg))}" ${stroke(one)}/>`,
        ];
      }
      case 'fill':
        return [
          `<path d="${one.outlines.map((outline) => run(outline, true)).join('')}" fill="${one.ink}" fill-rule="evenodd"/>`,
        ];
      default:
        return [];
    }
  });
  if (elements.length === 0) return undefined;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${n(box.width)}mm" height="${n(box.height)}mm" viewBox="0 0 ${n(box.width)} ${n(box.height)}">${elements.join('')}</svg>\n`;
  return { svg, hash: bytesToHex(sha256(utf8ToBytes(svg))), box };
}

function onArc({ centre, radius }: { centre: Point; radius: number }, deg: number): Point {
  const rad = (deg * Math.PI) / 180;
  return { x: centre.x + radius * Math.cos(rad), y: centre.y + radius * Math.sin(rad) };
}

/** Points that a figure's ink reaches. */
function reach(one: Drawn): Point[] {
  switch (one.kind) {
    case 'line':
      return [one.from, one.to];
    case 'run':
      return one.points;
    case 'fill':
      return one.outlines.flat();
    case 'arc': {
      const turns = [
        one.fromDeg,
        one.toDeg,
        ...[0, 90, 180, 270, 360, 450, 540, 630].filter((deg) => deg > one.fromDeg && deg < one.toDeg),
      ];
      return turns.map((deg) => onArc(one, deg));
    }
    default:
      return [];
  }
}
