import { select } from 'd3-selection';
import { zoom, type D3ZoomEvent, type ZoomBehavior, type ZoomTransform } from 'd3-zoom';
import { useEffect, useEffectEvent, useRef, type RefObject } from 'react';
import { maxZoom, minZoom } from './view.js';

type ZoomOptions = {
  surface: RefObject<SVGSVGElement | null>;
  /** Shared by both leaves. */
  view: ZoomTransform;
  onView: (view: ZoomTransform) => void;
  /** Whether a drag draws, so that only the wheel moves the leaf. */
  stroking: boolean;
};

/** Pans and zooms a leaf by pointer, wheel and two fingers, together with whoever shares its view. */
export function useZoom({ surface, view, onView, stroking }: ZoomOptions): void {
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown> | null>(null);
  const onZoom = useEffectEvent((event: D3ZoomEvent<SVGSVGElement, unknown>) => {
    // Only what a person did is passed on; setting the other leaf's view is not.
    if (event.sourceEvent) onView(event.transform);
  });
  const isOurs = useEffectEvent((event: Event): boolean => {
    // Handles that are dragged themselves do not pan the leaf.
    if (event.target instanceof Element && event.target.closest('[data-drag]')) return false;
    // One finger scrolls the page past the leaf; two move and zoom it.
    if ('touches' in event && event.touches instanceof TouchList && event.touches.length < 2) return false;
    return !stroking || event.type === 'wheel';
  });
  useEffect(() => {
    if (!surface.current) return;
    behaviour.current = zoom<SVGSVGElement, unknown>()
      .scaleExtent([minZoom, maxZoom])
      .filter((event: Event) => isOurs(event))
      .on('zoom', (event: D3ZoomEvent<SVGSVGElement, unknown>) => onZoom(event));
    select(surface.current).call(behaviour.current).on('dblclick.zoom', null);
  }, [surface]);
  useEffect(() => {
    if (surface.current && behaviour.current) behaviour.current.transform(select(surface.current), view);
  }, [surface, view]);
}
