import {
  WALK_PLACE,
  walkLayout,
  walkNode,
  type WalkLayout,
  type WalkPlace,
  type WalkState,
  present,
} from '@vaktman/core';
import styled from 'styled-components';

const Svg = styled.svg`
  display: block;
  width: 100%;
  height: auto;
  font-family: 'Archivo Variable', sans-serif;
  font-stretch: 76%;
`;

/** Cuts words into at most three lines of a place. */
const linesOf = (words: string, most = 26): string[] => {
  const lines: string[] = [];
  for (const word of words.split(' ')) {
    const last = lines.at(-1);
    if (last !== undefined && `${last} ${word}`.length <= most) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines.length <= 3 ? lines : [...lines.slice(0, 2), `${lines[2]} …`];
};

const FINDINGS: Readonly<Record<string, string>> = {
  'joint.poor': 'joints at the bank',
  'cable.starter-positive': 'hidden corrosion: positive',
  'cable.starter-negative': 'hidden corrosion: ground',
  'start.low-supply': 'batteries, then cables',
  'starter.motor': 'the starter',
  'starter.solenoid-contacts': 'solenoid contacts',
  'start.control-circuit': 'control circuit',
  'starter.pinion': 'pinion or ring gear',
  'start.switch-supply': 'supply of the switch',
  'start.magnetic-switch': 'magnetic switch',
};

const endWords = (place: WalkPlace): string => {
  switch (place.end?.kind) {
    case 'finding':
      return FINDINGS[place.end.code] ?? place.end.words;
    case 'service':
      return 'back to service';
    case 'charge':
      return 'charge, then load test';
    case 'again':
      return 'try once more';
    case undefined:
      return '';
  }
};

const wordsOf = (place: WalkPlace): string => (place.point === null ? endWords(place) : walkNode(place.point).question);

const STATE_WORDS = { taken: 'done', here: 'here', open: 'may follow', 'ruled-out': 'ruled out' } as const;

const Place = ({ place, answer }: { place: WalkPlace; answer: string | undefined }) => {
  const { x, y, state } = place;
  const { width, height } = WALK_PLACE;
  const end = place.point === null;
  const here = state === 'here';
  const out = state === 'ruled-out';
  const ink = here ? 'var(--on-live)' : out ? 'var(--ink-3)' : 'var(--ink)';
  const lines = linesOf(wordsOf(place), answer === undefined ? 27 : 22);
  return (
    <g role="img" aria-label={`${wordsOf(place)}${answer === undefined ? '' : `: ${answer}`}. ${STATE_WORDS[state]}`}>
      <rect
        x={x}
        y={y}
        width={width}
        height={height}
        rx={end ? height / 2 : 0}
        fill={here ? 'var(--live)' : state === 'taken' ? 'var(--raised)' : 'var(--paper)'}
        stroke={out ? 'var(--rule)' : 'var(--ink)'}
        strokeWidth={here ? 3 : state === 'taken' ? 2.4 : 1.2}
        strokeDasharray={state === 'open' ? '5 4' : undefined}
      />
      {lines.map((line, index) => (
        <text
          key={line}
          x={x + (end ? width / 2 : 9)}
          y={y + height / 2 + 5 + (index - (lines.length - 1) / 2) * 15.5}
          textAnchor={end ? 'middle' : 'start'}
          fontSize="14.5"
          fontWeight={here || state === 'taken' ? 660 : 520}
          fill={ink}
          textDecoration={out ? 'line-through' : undefined}
        >
          {line}
        </text>
      ))}
      {answer === undefined ? null : (
        <text x={x + width - 7} y={y + height / 2 + 5} textAnchor="end" fontSize="14.5" fontWeight="740" fill={ink}>
          {answer}
        </text>
      )}
    </g>
  );
};

const Line = ({ layout, line }: { layout: WalkLayout; line: WalkLayout['lines'][number] }) => {
  const from = present(layout.places.find(({ id }) => id === line.from));
  const to = present(layout.places.find(({ id }) => id === line.to));
  const { width, height } = WALK_PLACE;
  const down = to.y > from.y;
  const side = to.x === from.x;
  const start = side
    ? [from.x + width / 2, down ? from.y + height : from.y]
    : [to.x > from.x ? from.x + width : from.x, from.y + height / 2];
  const finish = side
    ? [to.x + width / 2, down ? to.y : to.y + height]
    : [to.x > from.x ? to.x : to.x + width, to.y + height / 2];
  const far = side && Math.abs(to.y - from.y) > 2 * height;
  const lane = from.x + width + 13;
  const path = far
    ? `M${from.x + width} ${from.y + height - 9}H${lane}V${to.y + height / 2}H${to.x + width}`
    : side
      ? `M${start[0]} ${start[1]}L${finish[0]} ${finish[1]}`
      : `M${start[0]} ${start[1]}H${(present(start[0]) + present(finish[0])) / 2}V${finish[1]}H${finish[0]}`;
  const out = line.state === 'ruled-out';
  return (
    <g>
      <path
        d={path}
        fill="none"
        stroke={out ? 'var(--rule)' : 'var(--ink)'}
        strokeWidth={line.state === 'taken' ? 4 : 1.2}
        strokeDasharray={line.state === 'open' ? '5 4' : undefined}
      />
      {out || !side || far ? null : (
        <text
          x={side ? present(start[0]) + 6 : Math.min(present(start[0]), present(finish[0])) + 4}
          y={side ? (present(start[1]) + present(finish[1])) / 2 + 5 : present(finish[1]) - 5}
          fontSize="13"
          fontWeight={line.state === 'taken' ? 700 : 500}
          fill="var(--ink-2)"
        >
          {side ? line.when : ''}
        </text>
      )}
    </g>
  );
};

/** The no-crank walk as a tree: where one is, the way taken with its answers, what may follow and what is ruled out. */
export const WalkDrawing = ({ state, answers }: { state: WalkState; answers: Readonly<Record<string, string>> }) => {
  const layout = walkLayout(state);
  const order = { 'ruled-out': 0, open: 1, taken: 2 } as const;
  return (
    <Svg viewBox={`-3 -3 ${layout.width + 6} ${layout.height + 6}`} role="group" aria-label="No-crank walk">
      {[...layout.lines]
        .sort((a, b) => order[a.state] - order[b.state])
        .map((line) => (
          <Line key={`${line.from} ${line.to} ${line.when}`} layout={layout} line={line} />
        ))}
      {layout.places.map((place) => (
        <Place key={place.id} place={place} answer={answers[place.id]} />
      ))}
    </Svg>
  );
};
