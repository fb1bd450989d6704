import { alternatorOfCable, isChargeCable, present } from '@vaktman/core';
import type { Leads, PathLayout, XY } from '@vaktman/core';
import { needlesOf, PILE_BOX, spotOf, type Needle } from './needles';

const Probe = ({ needle, colour, word }: { needle: Needle; colour: string; word: string }) => {
  const { tip, end, tag } = needle;
  const line = `M${tip[0]} ${tip[1]}L${end[0]} ${end[1]}`;
  return (
    <g>
      <path d={line} stroke="var(--paper)" strokeWidth="7" strokeLinecap="round" />
      <path d={line} stroke={colour} strokeWidth="4" strokeLinecap="round" />
      <rect {...tag} fill={colour} stroke="var(--on-probe)" strokeWidth="2" />
      <text
        x={tag.x + tag.width / 2}
        y={end[1] + 5.5}
        textAnchor="middle"
        fontSize="15"
        fontWeight="760"
        fill="var(--on-probe)"
      >
        {word}
      </text>
    </g>
  );
};

const middleOf = (lines: readonly (readonly XY[])[]): XY => {
  const line = present(lines[0]);
  const longest = line.slice(1).reduce(
    (best, point, index) => {
      const from = present(line[index]);
      const length = Math.hypot(point[0] - from[0], point[1] - from[1]);
      return length > best.length ? { length, at: [(point[0] + from[0]) / 2, (point[1] + from[1]) / 2] as XY } : best;
    },
    { length: 0, at: present(line[0]) },
  );
  return longest.at;
};

/** Where the ring goes, and how it is turned so that its arrow points where the current is told to go. */
interface ClampPlace {
  readonly at: XY;
  readonly degrees: 0 | 90 | 180;
  /** The arrow stands on the other side of the ring. */
  readonly isMirrored?: boolean;
}

const Clamp = ({ at, degrees, isMirrored = false }: ClampPlace) => (
  <g transform={`translate(${at[0]} ${at[1]}) rotate(${degrees})${isMirrored ? ' scale(1 -1)' : ''}`}>
    <ellipse rx="9" ry="22" fill="none" stroke="var(--ink)" strokeWidth="4" />
    <ellipse rx="9" ry="22" fill="none" stroke="var(--live)" strokeWidth="2" />
    <path d="M-14 -30h32m-9 -6l9 6-9 6" fill="none" stroke="var(--ink)" strokeWidth="2" />
  </g>
);

/** The pile and its leads; drawn under the batteries and the starter, so that it crosses nothing that is written. */
export const Pile = ({ layout, at }: { layout: PathLayout; at: 'starter' | 'bank' }) => {
  const box = PILE_BOX[at];
  const ends: [XY | null, XY | null] =
    at === 'starter'
      ? [spotOf(layout, 'starter.B+'), spotOf(layout, 'starter.ground')]
      : [layout.testPoints[0]?.at ?? null, layout.testPoints.find(({ id }) => /^[A-F]-$/.test(id))?.at ?? null];
  return (
    <g>
      {ends.map((end, index) =>
        end === null ? null : (
          <path
            key={index}
            d={`M${box.x + (at === 'starter' ? 66 : 0)} ${box.y + 10 + index * 22}L${end[0]} ${end[1]}`}
            stroke={index === 0 ? 'var(--copper)' : 'var(--ink)'}
            strokeWidth="3"
            strokeDasharray="9 5"
            fill="none"
          />
        ),
      )}
      <rect {...box} fill="var(--paper)" stroke="var(--ink)" strokeWidth="2" />
      <text x={box.x + 33} y={box.y + 27} textAnchor="middle" fontSize="16" fontWeight="760" fill="var(--ink)">
        PILE
      </text>
    </g>
  );
};

/** So far from the ring its arrow reaches. */
const ARROW_REACH = 40;

/** Where the ring of the clamp is drawn: round the lead of the pile, the charge cable, the bank's lead or a battery's. */
const clampPlace = (layout: PathLayout, leads: Leads): ClampPlace => {
  const at = leads.clamp?.at ?? 'bank';
  const positive = present(layout.stretches.find(({ id }) => id === 'starter.positive'));
  const feed = present(positive.lines[0]);
  if (at === 'bank') {
    const [[x, low], [, high]] = [present(feed[0]), present(feed[1])];
    const isMirrored = positive.label !== null && positive.label.at[0] - x < ARROW_REACH;
    return { at: [x, (low + high) / 2], degrees: 90, isMirrored };
  }
  if (at.startsWith('post:')) return { at: spotOf(layout, `${at.slice(5)}+`) ?? present(feed[0]), degrees: 90 };
  if (at.startsWith('riser:')) {
    const post = spotOf(layout, `${at.slice(6)}+`) ?? present(feed[0]);
    return { at: [post[0], post[1] - 22], degrees: 90 };
  }
  if (leads.pile?.at === 'starter') return { at: [598, 270], degrees: 0 };
  const stretch = layout.stretches.find(({ id }) => id === at);
  // Under the cable, where nothing is written, and pointing to the bank: clear of the tag at the stud.
  if (stretch === undefined) return { at: [728, 72], degrees: 180 };
  if (isChargeCable(stretch.id)) {
    const [from, to] = present(stretch.lines[0]) as [XY, XY];
    if (alternatorOfCable(stretch.id) === null) return { at: [to[0] - 33, to[1]], degrees: 180 };
    // Of several, on the part of it that is its own.
    const isFirst = layout.stretches.find(({ id }) => isChargeCable(id)) === stretch;
    return { at: [isFirst ? from[0] + 44 : to[0] - 46, to[1] + 4], degrees: 180 };
  }
  return { at: middleOf(stretch.lines), degrees: 0 };
};

/** Probes and clamp of the current step, on the machine itself. */
export const PathLeads = ({ layout, leads }: { layout: PathLayout; leads: Leads }) => {
  const { red, black } = needlesOf(layout, leads);
  return (
    <g pointerEvents="none" aria-hidden="true">
      {leads.clamp === null ? null : <Clamp {...clampPlace(layout, leads)} />}
      {black === null ? null : <Probe needle={black} colour="var(--probe-black)" word="BLACK" />}
      {red === null ? null : <Probe needle={red} colour="var(--probe-red)" word="RED" />}
    </g>
  );
};
