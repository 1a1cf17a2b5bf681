'use client';

import { select } from 'd3-selection';
import { type ZoomBehavior, zoom, zoomIdentity } from 'd3-zoom';
import { type RefObject, useCallback, useEffect, useRef } from 'react';
import type { Box } from '../../core/geometry/box';
import { useView } from './view-store';

/** Room left around what is shown, px. */
const BORDER = { sheet: 22, block: 56 };

/**
 * Zooming and panning of the desk: wheel or pinch about the pointer, drag with the space bar or the middle button.
 * The sheet is fitted anew when its size or the desk's changes, until the person zooms or pans.
 */
export function useZoom(svg: RefObject<SVGSVGElement | null>, sheet: { width: number; height: number } | undefined): void {
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown>>(undefined);
  const fitted = useRef(true);
  const spaceHeld = useRef(false);
  const size = useRef(sheet);

  const show = useCallback(
    (box: Box, border: number) => {
      const element = svg.current;
      if (!element || !behaviour.current || !size.current) return;
      const { width, height } = element.getBoundingClientRect();
      const k = Math.max(0.05, Math.min((width - 2 * border) / box.width, (height - 2 * border) / box.height));
      const top = size.current.height - box.y - box.height;
      const transform = zoomIdentity
        .translate(width / 2 - k * (box.x + box.width / 2), height / 2 - k * (top + box.height / 2))
        .scale(k);
      select(element).call(behaviour.current.transform, transform);
    },
    [svg],
  );
  const fit = useCallback(() => {
    if (!size.current) return;
    show({ x: 0, y: 0, ...size.current }, BORDER.sheet);
    fitted.current = true;
  }, [show]);

  useEffect(() => {
    const element = svg.current;
    if (!element) return;
    const made = zoom<SVGSVGElement, unknown>()
      .scaleExtent([0.05, 200])
      .filter((event: MouseEvent | WheelEvent | TouchEvent) =>
        event.type === 'wheel' || event.type.startsWith('touch') || spaceHeld.current || (event as MouseEvent).button === 1,
      )
      .on('zoom', ({ transform, sourceEvent }: { transform: { k: number; x: number; y: number }; sourceEvent: unknown }) => {
        if (sourceEvent) fitted.current = false;
        useView.setState({ view: { k: transform.k, x: transform.x, y: transform.y } });
      });
    behaviour.current = made;
    select(element).call(made).on('dblclick.zoom', null);
    useView.setState({
      fit,
      frame: (box) => {
        fitted.current = false;
        show(box, BORDER.block);
      },
    });
    const key = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.closest('input, select, textarea, [contenteditable=true]');
      if (event.code === 'Space' && !typing) {
        spaceHeld.current = event.type === 'keydown';
        element.style.cursor = spaceHeld.current ? 'grab' : '';
        if (!(event.target instanceof HTMLButtonElement)) event.preventDefault();
      }
    };
    window.addEventListener('keydown', key);
    window.addEventListener('keyup', key);
    const observer = new ResizeObserver(() => fitted.current && fit());
    observer.observe(element);
    return () => {
      observer.disconnect();
      window.removeEventListener('keydown', key);
      window.removeEventListener('keyup', key);
      select(element).on('.zoom', null);
    };
  }, [svg, fit, show]);

  const [width, height] = [sheet?.width, sheet?.height];
  useEffect(() => {
    size.current = width === undefined || height === undefined ? undefined : { width, height };
    fit();
  }, [width, height, fit]);
}
