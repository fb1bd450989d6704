import { pointName, type XY } from '@vaktman/core';
import { MARK_WORDS, MarkShape, type MarkKind } from '../control/Mark';
import { cloudPath } from './cloudPath';
import { Ring } from './PathTouch';
import { Pressable } from './Pressable';

/** Close to the studs of an alternator its name and its value are written: a cloud round one would run through them. */
const isCloseToWords = (id: string): boolean => id.startsWith('alternator.');
/** Ground studs stand at the foot of a machine: what is read of it is written above them. */
const hangsBelow = (id: string): boolean => id.endsWith('.ground');

/** One joint of the circuit with how it was judged. */
export const PathJoint = ({
  id,
  at,
  mark,
  numbered,
  onPress,
}: {
  readonly id: string;
  readonly at: XY;
  readonly mark: MarkKind | undefined;
  readonly numbered: boolean;
  readonly onPress: (() => void) | undefined;
}) => (
  <Pressable
    label={`Joint, ${pointName(id)}: ${mark === undefined ? 'not yet' : MARK_WORDS[mark]}`}
    className="joint"
    onPress={onPress}
  >
    <circle cx={at[0]} cy={at[1]} r="15" fill="transparent" />
    <Ring at={at} numbered={numbered} />
    {mark === 'failed' ? (
      <>
        {isCloseToWords(id) ? (
          <circle cx={at[0]} cy={at[1]} r="11.5" fill="none" stroke="var(--failed)" strokeWidth="3" />
        ) : (
          <path d={cloudPath(at[0] - 14, at[1] - 14, 28, 28)} fill="none" stroke="var(--failed)" strokeWidth="2.2" />
        )}
        <g transform={`translate(${at[0] + 11} ${at[1] + (hangsBelow(id) ? 11 : -27)}) scale(0.8)`}>
          <MarkShape kind="failed" />
        </g>
      </>
    ) : null}
  </Pressable>
);
