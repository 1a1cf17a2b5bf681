'use client';

import { deepEqual, shallowEqual } from 'fast-equals';
import { createElement, memo, useContext, useMemo } from 'react';
import { svgElement } from '../../core/exchange/svg';
import { joinedScene } from '../../core/scene/joined';
import type { Primitive, Scene } from '../../core/scene/scene';
import { PictureAddress } from './picture-address';

/** A scene mounted as SVG, in mm with y down: the very elements the SVG file has. Only what changed is touched. */
export function SceneView({ scene }: { scene: Scene }) {
  const bundles = useMemo(() => bundled(bySource(scene)), [scene]);
  return bundles.map((groups, i) => <Bundle key={i} groups={groups} height={scene.height} />);
}

/** What a sheet holds of one source: a cell, a block's lines, the frame. */
type Group = [source: string, primitives: Primitive[]];

/** How many groups React looks through at once: a sheet of 500 cells is 20 bundles, and an edit is in one of them. */
const BUNDLE = 25;

function bundled(groups: Group[]): Group[][] {
  const bundles: Group[][] = [];
  for (let at = 0; at < groups.length; at += BUNDLE) bundles.push(groups.slice(at, at + BUNDLE));
  return bundles;
}

const Bundle = memo(
  function Bundle({ groups, height }: { groups: Group[]; height: number }) {
    return groups.map(([source, primitives]) => (
      <SourceGroup key={source} source={source} primitives={primitives} height={height} />
    ));
  },
  (before, after) =>
    before.height === after.height &&
    before.groups.length === after.groups.length &&
    before.groups.every(
      ([source, primitives], i) => source === after.groups[i]![0] && shallowEqual(primitives, after.groups[i]![1]),
    ),
);

function bySource(scene: Scene): Group[] {
  const groups = new Map<string, Primitive[]>();
  for (const primitive of joinedScene(scene).primitives) {
    const group = groups.get(primitive.source);
    if (group) group.push(primitive);
    else groups.set(primitive.source, [primitive]);
  }
  return [...groups];
}

interface GroupProps {
  source: string;
  primitives: Primitive[];
  height: number;
}

const SourceGroup = memo(
  function SourceGroup({ source, primitives, height }: GroupProps) {
    const pictureAddress = useContext(PictureAddress);
    return (
      <g data-source={source}>
        {primitives.map((primitive, i) => {
          const { tag, attributes, text } = svgElement(primitive, height, pictureAddress);
          return createElement(tag, { key: i, ...reactAttributes(attributes) }, text);
        })}
      </g>
    );
  },
  (before, after) =>
    before.height === after.height &&
    (shallowEqual(before.primitives, after.primitives) || deepEqual(before.primitives, after.primitives)),
);

/**
 * SVG attributes as React spells them. The font goes into the style: the interface's own style sheet sets fonts on every
 * element, and would win over attributes.
 */
function reactAttributes(attributes: Record<string, string | number>): Record<string, unknown> {
  const { 'font-family': fontFamily, 'font-size': fontSize, 'xml:space': _, ...rest } = attributes;
  const spelled = Object.entries(rest).map(([name, value]) => [
    name.replace(/-([a-z])/g, (__, letter: string) => letter.toUpperCase()),
    value,
  ]);
  return {
    ...Object.fromEntries(spelled),
    ...(fontSize !== undefined && { style: { fontFamily, fontSize: `${fontSize}px` } }),
  };
}
