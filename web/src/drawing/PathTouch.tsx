import type { PathLayout, XY } from '@vaktman/core';
import { useRef } from 'react';
import { useDrop } from 'react-aria/useDrop';
import { Pressable } from './Pressable';

/** Every place a probe can touch: the numbered points, and the posts that carry no number. */
const placesToTouch = (layout: PathLayout): { id: string; at: XY; touch: string }[] => [
  ...layout.joints
    .filter(({ id }) => /^[A-F][+-]$/.test(id) && !layout.testPoints.some((point) => point.id === id))
    .map(({ id, at }) => ({ id, at, touch: `post ${id[0]} ${id[1] === '+' ? '+' : '−'}` })),
  ...layout.testPoints.map(({ id, at, touch }) => ({ id, at, touch })),
];

/** A ring where a probe touches: larger round a numbered point, which has its own circle. */
export const Ring = ({ at: [x, y], numbered }: { readonly at: XY; readonly numbered: boolean }) =>
  numbered ? (
    <circle className="ring" cx={x} cy={y} r="13" fill="none" stroke="none" />
  ) : (
    <circle className="ring" cx={x} cy={y} r="6" fill="var(--paper)" stroke="var(--ink)" strokeWidth="1.5" />
  );

const Place = ({
  at,
  touch,
  numbered,
  put,
}: {
  readonly at: XY;
  readonly touch: string;
  readonly numbered: boolean;
  readonly put: (lead: string | null) => void;
}) => {
  const ref = useRef<SVGGElement>(null);
  const { dropProps, isDropTarget } = useDrop({
    ref,
    onDrop: ({ items }) => {
      const [item] = items;
      if (item?.kind === 'text') void item.getText('text/plain').then(put);
    },
  });
  return (
    <g {...dropProps} ref={ref}>
      <Pressable label={`Put the lead on ${touch}`} className="joint" onPress={() => put(null)}>
        <circle cx={at[0]} cy={at[1]} r="22" fill={isDropTarget ? 'var(--shade)' : 'transparent'} />
        <Ring at={at} numbered={numbered} />
      </Pressable>
    </g>
  );
};

/** Every place a lead may be put, by a press or by dragging it there. */
export const PathTouch = ({
  layout,
  put,
}: {
  readonly layout: PathLayout;
  /** @param lead the one dragged; null for the one at hand */
  readonly put: (at: string, lead: string | null) => void;
}) => (
  <>
    {placesToTouch(layout).map(({ id, at, touch }) => (
      <Place
        key={id}
        at={at}
        touch={touch}
        numbered={layout.testPoints.some((point) => point.id === id)}
        put={(lead) => put(id, lead)}
      />
    ))}
  </>
);
