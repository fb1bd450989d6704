import { figure } from '@vaktman/core';
import { useRef, useState, type PointerEvent } from 'react';
import { Label, Slider, SliderThumb, SliderTrack } from 'react-aria-components';
import styled from 'styled-components';
import { Key } from '../control/Key';
import { TraceDrawing, type Behind } from '../drawing/TraceDrawing';
import type { Span, TraceLines } from '../drawing/traceLines';
import { useWidth } from '../drawing/useWidth';
import { FIELD } from '../theme/screen';

const Place = styled.div`
  touch-action: pan-y;
  cursor: crosshair;
`;
const Keys = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 0.2rem;
  button {
    min-height: 48px;
    padding: 0 1rem;
  }
  ${FIELD} {
    button {
      min-height: 64px;
    }
  }
`;
/** Under the drawing, as wide as its axis: the cursor for thumbs and keys. */
const Handle = styled(Slider)`
  display: block;
  padding-left: 52px;
  padding-right: 8px;
  label {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
  .track {
    position: relative;
    height: 40px;
    &::before {
      content: '';
      position: absolute;
      inset: 18px 0;
      background: var(--rule);
    }
  }
  .thumb {
    top: 50%;
    width: 28px;
    height: 36px;
    background: var(--paper);
    border: 2px solid var(--ink);
    &[data-focus-visible] {
      outline: 3px solid var(--ink);
      outline-offset: 2px;
    }
  }
`;

const ZOOM = 2;
const LEAST_S = 0.01;
const LEFT_PX = 52;
const RIGHT_PX = 8;
/** A drag shorter than this is a press that sets the cursor. */
const DRAG_PX = 8;

/** A part of the same trace, nearer or farther, or to one side. */
export const moved = (
  span: Span,
  whole: Span,
  by: 'in' | 'out' | 'back' | 'on',
  aboutS: number | null = null,
): Span => {
  const length = span.toS - span.fromS;
  const all = whole.toS - whole.fromS;
  const wanted = by === 'in' ? Math.max(LEAST_S, length / ZOOM) : by === 'out' ? Math.min(all, length * ZOOM) : length;
  const middle = by === 'in' && aboutS !== null ? aboutS : (span.fromS + span.toS) / 2;
  const shift = by === 'back' ? -length / 2 : by === 'on' ? length / 2 : 0;
  const fromS = Math.max(whole.fromS, Math.min(whole.toS - wanted, middle + shift - wanted / 2));
  return { fromS, toS: fromS + wanted };
};

/** A trace to look into: a drag marks the stretch to see, keys move and zoom, the cursor reads values. */
export const TraceChart = ({
  lines,
  behind = null,
}: {
  readonly lines: TraceLines;
  readonly behind?: Behind | null;
}) => {
  const whole: Span = { fromS: lines.fromS, toS: lines.toS };
  const [span, setSpan] = useState<Span>(whole);
  const [cursorS, setCursorS] = useState<number | null>(null);
  const [marked, setMarked] = useState<readonly [number, number] | null>(null);
  const drag = useRef<number | null>(null);
  const [place, width] = useWidth<HTMLDivElement>(848);
  const xOf = (event: PointerEvent): number => event.clientX - event.currentTarget.getBoundingClientRect().left;
  const secondsAt = (x: number): number => {
    const share = (x - LEFT_PX) / Math.max(1, width - LEFT_PX - RIGHT_PX);
    return span.fromS + Math.max(0, Math.min(1, share)) * (span.toS - span.fromS);
  };
  const move = (by: Parameters<typeof moved>[2]): void => setSpan(moved(span, whole, by, cursorS));
  const plateau = lines.pegs.find(({ fromS }) => fromS !== undefined);
  const isWhole = span.fromS <= whole.fromS && span.toS >= whole.toS;
  return (
    <div>
      <Place
        ref={place}
        onPointerDown={(event) => {
          drag.current = xOf(event);
          event.currentTarget.setPointerCapture(event.pointerId);
        }}
        onPointerMove={(event) => {
          const x = xOf(event);
          setCursorS(secondsAt(x));
          if (drag.current !== null && Math.abs(x - drag.current) > DRAG_PX) setMarked([drag.current, x]);
        }}
        onPointerUp={(event) => {
          const from = drag.current;
          const x = xOf(event);
          drag.current = null;
          setMarked(null);
          if (from === null || Math.abs(x - from) <= DRAG_PX) return;
          const [a, b] = [secondsAt(Math.min(from, x)), secondsAt(Math.max(from, x))];
          if (b - a >= LEAST_S) setSpan({ fromS: a, toS: b });
        }}
        onPointerCancel={() => {
          drag.current = null;
          setMarked(null);
        }}
      >
        <TraceDrawing lines={lines} span={span} width={width} behind={behind} cursorS={cursorS}>
          {marked === null ? null : (
            <rect
              x={Math.min(...marked)}
              width={Math.abs(marked[1] - marked[0])}
              y={30}
              height={lines.hasAmps ? 310 : 158}
              fill="var(--ink)"
              opacity="0.18"
            />
          )}
        </TraceDrawing>
      </Place>
      <Handle
        minValue={0}
        maxValue={1000}
        value={cursorS === null ? 0 : Math.round((1000 * (cursorS - span.fromS)) / (span.toS - span.fromS))}
        onChange={(value) => setCursorS(span.fromS + (Number(value) / 1000) * (span.toS - span.fromS))}
      >
        <Label>Cursor{cursorS === null ? '' : `, at ${figure(cursorS, 3)} s`}</Label>
        <SliderTrack className="track">
          <SliderThumb className="thumb" />
        </SliderTrack>
      </Handle>
      <Keys role="group" aria-label="Part of the trace">
        <Key onPress={() => move('back')}>Earlier</Key>
        <Key onPress={() => move('in')}>Nearer</Key>
        <Key isDisabled={isWhole} onPress={() => move('out')}>
          Farther
        </Key>
        <Key onPress={() => move('on')}>Later</Key>
        {plateau?.fromS === undefined || plateau.toS === undefined ? null : (
          <Key onPress={() => setSpan({ fromS: plateau.fromS ?? whole.fromS, toS: plateau.toS ?? whole.toS })}>
            The plateau
          </Key>
        )}
        {isWhole ? null : <Key onPress={() => setSpan(whole)}>All of it</Key>}
      </Keys>
    </div>
  );
};
