'use client';

import { select } from 'd3-selection';
import { type ZoomBehavior, zoom, zoomIdentity } from 'd3-zoom';
import { type RefObject, useEffect, useRef } from 'react';
import type { Box } from '../../core/geometry/box';
import { type ViewStore, useViewStore } from './view-store';

/** Room left around what is shown, px. */
const BORDER = { sheet: 26, block: 58 };

/**
 * Zooming and panning of the desk: wheel or pinch about the pointer, drag with the space bar or the middle button.
 * The sheet is fitted anew when its size or the desk's changes, until the person zooms or pans.
 */
export function useZoom(
  svg: RefObject<SVGSVGElement | null>,
  sheet: { width: number; height: number } | undefined,
): void {
  const view = useViewStore();
  const desk = useRef<ZoomedDesk>(undefined);
  useEffect(() => {
    if (!svg.current) return;
    const made = new ZoomedDesk(svg.current, view);
    desk.current = made;
    return () => made.end();
  }, [svg, view]);
  const [width, height] = [sheet?.width, sheet?.height];
  useEffect(() => {
    if (width !== undefined && height !== undefined) desk.current?.setSheet({ width, height });
  }, [width, height]);
}

class ZoomedDesk {
  private readonly behaviour: ZoomBehavior<SVGSVGElement, unknown>;
  private readonly observer: ResizeObserver;
  private sheet = { width: 1, height: 1 };
  private fitted = true;
  private spaceHeld = false;

  constructor(
    private readonly element: SVGSVGElement,
    view: ViewStore,
  ) {
    this.behaviour = zoom<SVGSVGElement, unknown>()
      .scaleExtent([0.05, 200])
      // Its own way reads lengths of the element, which cannot be resolved once the desk is gone.
      .extent(() => {
        const { width, height } = this.element.getBoundingClientRect();
        return [
          [0, 0],
          [width, height],
        ];
      })
      .filter(
        (event: MouseEvent | WheelEvent | TouchEvent) =>
          event.type === 'wheel' ||
          event.type.startsWith('touch') ||
          this.spaceHeld ||
          (event as MouseEvent).button === 1,
      )
      .on(
        'zoom',
        ({ transform, sourceEvent }: { transform: { k: number; x: number; y: number }; sourceEvent: unknown }) => {
          if (sourceEvent) this.fitted = false;
          view.setState({ view: { k: transform.k, x: transform.x, y: transform.y } });
        },
      );
    select(element).call(this.behaviour).on('dblclick.zoom', null);
    view.setState({ fit: () => this.fit(), frame: (box) => this.frame(box) });
    window.addEventListener('keydown', this.key);
    window.addEventListener('keyup', this.key);
    this.observer = new ResizeObserver(() => this.fitted && this.fit());
    this.observer.observe(element);
  }

  setSheet(sheet: { width: number; height: number }) {
    this.sheet = sheet;
    this.fit();
  }

  end() {
    this.observer.disconnect();
    window.removeEventListener('keydown', this.key);
    window.removeEventListener('keyup', this.key);
    select(this.element).on('.zoom', null);
  }

  private fit() {
    this.show({ x: 0, y: 0, ...this.sheet }, BORDER.sheet);
    this.fitted = true;
  }

  private frame(box: Box) {
    this.fitted = false;
    this.show(box, BORDER.block);
  }

  private show(box: Box, border: number) {
    const { width, height } = this.element.getBoundingClientRect();
    const k = Math.max(0.05, Math.min((width - 2 * border) / box.width, (height - 2 * border) / box.height));
    const top = this.sheet.height - box.y - box.height;
    const transform = zoomIdentity
      .translate(width / 2 - k * (box.x + box.width / 2), height / 2 - k * (top + box.height / 2))
      .scale(k);
    select(this.element).call(this.behaviour.transform, transform);
  }

  /** The space bar, held outside of fields, turns dragging into panning. */
  private readonly key = (event: KeyboardEvent) => {
    const target = event.target instanceof HTMLElement ? event.target : undefined;
    if (event.code !== 'Space' || target?.closest('input, select, textarea, [contenteditable=true]')) return;
    this.spaceHeld = event.type === 'keydown';
    this.element.style.cursor = this.spaceHeld ? 'grab' : '';
    if (!target?.closest('button, a')) event.preventDefault();
  };
}
