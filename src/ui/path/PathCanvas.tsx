import { Box } from '@mantine/core';
import { useCallback, useEffect, useRef, useState, type PointerEvent } from 'react';
import type { Painted, PaintRequest } from '../../workers/paintPath.ts';
import { showPicture } from './showPicture.ts';
import { fit, moved, placeAt, zoomed, type Frame, type View } from './view.ts';

const ROOM_PX = 14;
const KEY_STEP_PX = 40;
const ZOOM_STEP = 1.25;
const SETTLED_MS = 60;

/** A layer of a path that can be moved and enlarged: while the hand moves, the picture that is there moves with it; when it rests, a
 *  worker draws a sharp one. Ctrl or wheel enlarges, arrows move, + and − enlarge, 0 shows all. */
export function PathCanvas({
  worker,
  picture,
  frame,
  layer,
  height,
  label,
}: {
  /** What draws; null until it is started. */
  readonly worker: Worker | null;
  /** What is drawn: another one is drawn anew. */
  readonly picture: unknown;
  readonly frame: Frame;
  readonly layer: number;
  readonly height: number;
  readonly label: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const shown = useRef<Painted | null>(null);
  const view = useRef<View | null>(null);
  const asked = useRef(0);
  const hold = useRef<readonly [number, number] | null>(null);
  const settle = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const [width, setWidth] = useState(0);
  const [measured, setMeasured] = useState<readonly [number, number] | null>(null);
  const wholePxPerMm = width > 0 ? fit(frame, width, height, ROOM_PX).pxPerMm : 1;

  /** The last picture where it belongs now. */
  const show = useCallback((): void => {
    if (canvas.current && shown.current && view.current) showPicture(canvas.current, shown.current, view.current);
  }, []);
  const ask = useCallback((): void => {
    if (!worker || !view.current || width === 0) return;
    const request: PaintRequest = {
      id: ++asked.current,
      layer,
      view: view.current,
      width,
      height,
      dense: window.devicePixelRatio || 1,
    };
    worker.postMessage(request);
  }, [worker, layer, width, height]);

  useEffect(() => {
    const el = canvas.current?.parentElement;
    if (!el) return;
    const seen = new ResizeObserver(([e]) => setWidth(Math.floor(e!.contentRect.width)));
    seen.observe(el);
    return () => seen.disconnect();
  }, []);
  useEffect(() => {
    if (!worker) return;
    const take = ({ data }: MessageEvent<object>): void => {
      if (!('bitmap' in data)) return;
      const painted = data as Painted;
      const { request, bitmap } = painted;
      if (request.id !== asked.current) return bitmap.close();
      const el = canvas.current;
      if (!el) return;
      shown.current?.bitmap.close();
      shown.current = painted;
      el.width = Math.round(request.width * request.dense);
      el.height = Math.round(request.height * request.dense);
      el.dataset['drawn'] = String(request.layer);
      show();
    };
    worker.addEventListener('message', take);
    return () => {
      worker.removeEventListener('message', take);
      shown.current?.bitmap.close();
      shown.current = null;
    };
  }, [worker, show]);
  useEffect(() => {
    if (width > 0) view.current = fit(frame, width, height, ROOM_PX);
  }, [frame, width, height]);
  useEffect(ask, [ask, picture, frame]);

  const turnTo = useCallback(
    (next: View): void => {
      view.current = next;
      show();
      clearTimeout(settle.current);
      settle.current = setTimeout(ask, SETTLED_MS);
    },
    [show, ask],
  );
  const zoom = useCallback(
    (factor: number, x = 0, y = 0): void => {
      if (view.current) turnTo(zoomed(view.current, factor, x, y, wholePxPerMm / 2));
    },
    [turnTo, wholePxPerMm],
  );
  const middleOf = (e: { clientX: number; clientY: number }): readonly [number, number] => {
    const box = canvas.current!.getBoundingClientRect();
    return [e.clientX - box.left - box.width / 2, e.clientY - box.top - box.height / 2];
  };
  useEffect(() => {
    const el = canvas.current;
    if (!el) return;
    const wheel = (e: WheelEvent): void => {
      if (!e.ctrlKey && document.activeElement !== el) return; // the page scrolls unless the drawing has the focus
      e.preventDefault();
      zoom(e.deltaY < 0 ? ZOOM_STEP : 1 / ZOOM_STEP, ...middleOf(e));
    };
    el.addEventListener('wheel', wheel, { passive: false });
    return () => el.removeEventListener('wheel', wheel);
  }, [zoom]);
  const drag = (e: PointerEvent<HTMLCanvasElement>): void => {
    if (!view.current) return;
    setMeasured(placeAt(view.current, ...middleOf(e)));
    if (!hold.current) return;
    turnTo(moved(view.current, e.clientX - hold.current[0], e.clientY - hold.current[1]));
    hold.current = [e.clientX, e.clientY];
  };
  const keys: Record<string, () => void> = {
    ArrowLeft: () => turnTo(moved(view.current!, KEY_STEP_PX, 0)),
    ArrowRight: () => turnTo(moved(view.current!, -KEY_STEP_PX, 0)),
    ArrowUp: () => turnTo(moved(view.current!, 0, KEY_STEP_PX)),
    ArrowDown: () => turnTo(moved(view.current!, 0, -KEY_STEP_PX)),
    '+': () => zoom(ZOOM_STEP),
    '-': () => zoom(1 / ZOOM_STEP),
    '0': () => turnTo(fit(frame, width, height, ROOM_PX)),
  };
  return (
    <Box pos="relative">
      <canvas
        ref={canvas}
        tabIndex={0}
        role="img"
        aria-label={`${label}. Arrows move it, plus and minus enlarge it, 0 shows all.`}
        style={{ width: '100%', height, display: 'block', cursor: 'grab', touchAction: 'none' }}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          hold.current = [e.clientX, e.clientY];
        }}
        onPointerMove={drag}
        onPointerUp={() => (hold.current = null)}
        onPointerLeave={() => setMeasured(null)}
        onDoubleClick={() => turnTo(fit(frame, width, height, ROOM_PX))}
        onKeyDown={(e) => {
          const act = keys[e.key];
          if (!act || !view.current) return;
          e.preventDefault();
          act();
        }}
      />
      {measured && (
        <Box component="span" className="hint f" pos="absolute" right={4} bottom={2}>
          X {measured[0].toFixed(2)} Y {measured[1].toFixed(2)} mm
        </Box>
      )}
    </Box>
  );
}
