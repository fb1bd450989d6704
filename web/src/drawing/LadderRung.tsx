import { figure } from '@vaktman/core';
import { Words } from '../control/Words';
import { SvgFigure } from '../control/Figure';
import { MARK_WORDS, MarkShape } from '../control/Mark';
import { cloudPath } from './cloudPath';
import { LadderPiece } from './LadderPiece';
import { COLOURS, PATH_X, ROW, STRIP_W, STRIP_X, type Rung } from './ladderRungs';
import { Pressable } from './Pressable';

const Against = ({ rung, x, y }: { rung: Rung; x: number; y: number }) => {
  if (rung.limitVolts === null) return null;
  const full = 50;
  const share = rung.volts === null ? null : Math.min(1.4, rung.volts / rung.limitVolts);
  return (
    <g>
      <path d={`M${x} ${y - 11}v22M${x + full} ${y - 15}v30`} stroke="var(--ink)" strokeWidth="1" />
      <path d={`M${x + full} ${y - 15}v30`} stroke="var(--ink)" strokeWidth="3" />
      {share === null ? (
        <rect x={x} y={y - 6} width={full - 12} height="12" fill="none" stroke="var(--ink-3)" strokeDasharray="3 3" />
      ) : (
        <rect
          x={x}
          y={y - 6}
          width={Math.max(2, share * full)}
          height="12"
          fill={rung.mark === 'failed' ? 'var(--failed)' : COLOURS[rung.name]}
        />
      )}
    </g>
  );
};

/** A stretch's share of the strip that is true to scale, and the lines that lead from it to its rung. */
export const LadderShare = ({ rung, y, start, end }: { rung: Rung; y: number; start: number; end: number }) => {
  const shade = rung.mark === 'failed' ? 'var(--failed)' : COLOURS[rung.name];
  return (
    <g pointerEvents="none">
      <rect
        x={STRIP_X + 1}
        y={start}
        width={STRIP_W - 2}
        height={Math.max(1.5, end - start)}
        fill={shade}
        stroke={rung.name === 'motor' ? 'none' : 'var(--ink)'}
        strokeWidth="0.8"
      />
      <path
        d={`M${STRIP_X + STRIP_W} ${start}L${PATH_X - 66} ${y}V${y + ROW}L${STRIP_X + STRIP_W} ${end}z`}
        fill={rung.name === 'motor' ? 'none' : shade}
        fillOpacity="0.13"
        stroke="var(--ink)"
        strokeWidth="0.7"
      />
    </g>
  );
};

/** One rung: the piece of the circuit, what it takes, against its limit. */
export const LadderRung = ({
  rung,
  y,
  chosen,
  sourceVolts,
  onPress,
}: {
  readonly rung: Rung;
  readonly y: number;
  readonly chosen: boolean;
  readonly sourceVolts: number | null;
  readonly onPress: () => void;
}) => {
  const failed = rung.mark === 'failed';
  return (
    <Pressable
      className="rung"
      pressed={chosen}
      label={`${rung.title}: ${rung.volts === null ? 'not yet' : `${figure(rung.volts, 2)} V, ${MARK_WORDS[rung.mark]}`}`}
      onPress={onPress}
    >
      <rect
        className="ground"
        x={PATH_X + 66}
        y={y + 2}
        width={724 - PATH_X}
        height={ROW - 4}
        fill={chosen ? 'var(--shade)' : 'transparent'}
      />
      <LadderPiece name={rung.name} y={y} />
      <text className="title" x={PATH_X + 76} y={y + 44} fontSize="21" fontWeight="680" fill="var(--ink)">
        {rung.title}
      </text>
      <text x={PATH_X + 76} y={y + 66} fontSize="15" fill="var(--ink-2)">
        <Words>
          {rung.limitVolts === null
            ? sourceVolts === null || rung.volts === null
              ? 'what is left for the work'
              : `${figure((100 * rung.volts) / sourceVolts, 0)} of every 100 volts do the work`
            : `limit ${figure(rung.limitVolts, 2)} V`}
        </Words>
      </text>
      <Against rung={rung} x={470} y={y + 48} />
      <text x="652" y={y + 57} textAnchor="end" fill={failed ? 'var(--failed)' : 'var(--ink)'}>
        {rung.volts === null ? (
          <tspan fontSize="20" fill="var(--ink-3)">
            not yet
          </tspan>
        ) : (
          <SvgFigure text={figure(rung.volts, 2)} size={27} />
        )}
      </text>
      <g transform={`translate(668 ${y + 37})`}>
        <MarkShape kind={rung.mark} />
        <text
          x="26"
          y="15.5"
          fontSize="14.5"
          fontWeight="700"
          fill={rung.mark === 'marginal' ? 'var(--marginal-ink)' : `var(--${rung.mark})`}
        >
          {rung.limitVolts === null && rung.volts !== null ? 'FOR WORK' : MARK_WORDS[rung.mark].toUpperCase()}
        </text>
      </g>
      {failed ? (
        <path d={cloudPath(PATH_X - 56, y + 10, 112, ROW - 20)} fill="none" stroke="var(--failed)" strokeWidth="2.4" />
      ) : null}
    </Pressable>
  );
};
