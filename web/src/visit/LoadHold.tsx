import { Words } from '../control/Words';
import { capturedOf, type Feed } from '../feed/useFeed';
import { ampsText, HOLD_SECONDS, voltsText, type LoadTarget } from '@vaktman/core';
import { useEffect } from 'react';
import styled from 'styled-components';
import { useNow } from '../clock/useNow';
import { Figure } from '../control/Figure';
import { inReach } from '../control/inReach';
import { Key, PrimaryKey } from '../control/Key';
import { BOUNCE_MS, heldSoFar } from '../hold/holds';
import { PHONE } from '../theme/screen';
import { TimeTape } from './TimeTape';

const Sheet = styled.div`
  display: flex;
  flex-direction: column;
  gap: 1rem;
  flex: 1;
  h2 {
    font-size: 2.2rem;
  }
`;
const Pair = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 1.5rem;
  h3 {
    font-size: 1.35rem;
    display: flex;
    justify-content: space-between;
    small {
      font-weight: 600;
      color: var(--ink-2);
    }
  }
  .figure {
    font-size: clamp(3.6rem, 9.4vw, 8.4rem);
    line-height: 1.12;
  }
  svg {
    display: block;
    width: 100%;
    height: auto;
    max-height: 72px;
  }
  ${PHONE} {
    gap: 0.8rem;
    .figure {
      font-size: 3.1rem;
    }
  }
`;
const Countdown = styled.div`
  display: flex;
  align-items: center;
  gap: 1.4rem;
  border: 2px dashed var(--ink-2);
  padding: 0.2rem 1.2rem;
  .figure {
    font-size: clamp(4.5rem, 11vw, 8.4rem);
    line-height: 1.1;
    min-width: 1.9ch;
    text-align: right;
  }
  p:last-child {
    font-size: clamp(1.2rem, 2.5vw, 2rem);
    font-weight: 700;
    color: var(--ink-2);
  }
`;
const Keys = styled.div`
  display: grid;
  grid-template-columns: minmax(10rem, 1fr) 2.2fr;
  gap: 1rem;
  margin-top: auto;
  ${inReach}
  ${PHONE} {
    grid-template-columns: 1fr;
  }
`;
const Release = styled.div`
  position: fixed;
  inset: 62px 0 0 0;
  z-index: 4;
  background: #11171b;
  color: #ffffff;
  --live: #ffffff;
  --on-live: #11171b;
  padding: 1.2rem 1.5rem 1.5rem;
  display: flex;
  flex-direction: column;
  gap: 1.2rem;
  h2 {
    font-size: clamp(5rem, 19vw, 14.5rem);
    line-height: 0.92;
    font-weight: 780;
  }
  p {
    font-size: 2rem;
    font-weight: 660;
  }
  button {
    margin-top: auto;
    min-height: 130px;
    font-size: 2.4rem;
  }
  [data-theme='night'] & {
    background: #ffc61a;
    color: #101416;
    --live: #101416;
    --on-live: #ffc61a;
  }
`;

const Band = ({ target }: { target: LoadTarget }) => (
  <svg viewBox="0 0 360 58" aria-hidden="true">
    <path d="M0 24h360" stroke="var(--ink)" strokeWidth="1.5" />
    {Array.from({ length: 13 }, (_, i) => (
      <path key={i} d={`M${i * 30} 24v${i % 3 === 0 ? 12 : 7}`} stroke="var(--ink)" strokeWidth="1.2" />
    ))}
    <rect x="150" y="3" width="84" height="21" fill="var(--shade)" stroke="var(--ink)" strokeWidth="2" />
    <text x="150" y="54" textAnchor="middle" fontSize="17" fontWeight="700" fill="var(--ink)">
      {Math.round(target.amps)}
    </text>
    <text x="234" y="54" textAnchor="middle" fontSize="17" fontWeight="700" fill="var(--ink)">
      {Math.round(target.bandTopAmps)}
    </text>
    <text x="10" y="54" fontSize="15" fill="var(--ink-2)">
      more load
    </text>
    <text x="350" y="54" textAnchor="end" fontSize="15" fill="var(--ink-2)">
      less load
    </text>
  </svg>
);

const LimitRule = ({ limitVolts }: { limitVolts: number }) => (
  <svg viewBox="0 0 360 58" aria-hidden="true">
    <defs>
      <pattern id="fail-hatch" width="8" height="8" patternTransform="rotate(45)" patternUnits="userSpaceOnUse">
        <path d="M0 0v8" stroke="var(--failed)" strokeWidth="2" />
      </pattern>
    </defs>
    <rect x="0" y="4" width="120" height="20" fill="url(#fail-hatch)" />
    <path d="M0 24h360" stroke="var(--ink)" strokeWidth="1.5" />
    {Array.from({ length: 13 }, (_, i) => (
      <path key={i} d={`M${i * 30} 24v7`} stroke="var(--ink)" strokeWidth="1.2" />
    ))}
    <path d="M120 0v34" stroke="var(--failed)" strokeWidth="3" />
    <text x="120" y="54" textAnchor="middle" fontSize="17" fontWeight="700" fill="var(--failed)">
      <Words>{limitVolts.toFixed(2)}</Words>
    </text>
    <text x="4" y="54" fontSize="15" fill="var(--ink-2)">
      fails
    </text>
  </svg>
);

/** What to hold and what it must not fall under, large enough to read with a hand on the knob. */
export const HoldFigures = ({
  target,
  limitVolts,
  where,
}: {
  target: LoadTarget;
  limitVolts: number | null;
  where: string;
}) => (
  <Pair>
    <div>
      <h3>
        Amps{' '}
        <small>
          half of {ampsText(target.amps * 2)}
          {target.estimated ? ', estimated' : ''}
        </small>
      </h3>
      <p className="figure">{Math.round(target.amps)}</p>
      <Band target={target} />
    </div>
    <div>
      <h3>
        Volts, not under <small>{where}</small>
      </h3>
      <p className="figure">{limitVolts === null ? '–' : <Figure text={limitVolts.toFixed(2)} />}</p>
      {limitVolts === null ? null : <LimitRule limitVolts={limitVolts} />}
    </div>
  </Pair>
);

const Live = styled.p`
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 2rem;
  align-items: baseline;
  font-size: 1.4rem;
  .figure {
    font-size: 3.4rem;
  }
`;

/** What the instruments show during the hold, against band and limit, in two words. */
const Listened = ({ feed, target, limitVolts }: { feed: Feed; target: LoadTarget; limitVolts: number | null }) => {
  const amps = capturedOf(feed, 'dc-amps').last;
  const { last: volts, lowest } = capturedOf(feed, 'dc-volts');
  if (amps === null || volts === null) return <p role="status">{feed.note ?? 'Waiting for the instruments.'}</p>;
  const hand = amps < target.amps ? 'more load' : amps > target.bandTopAmps ? 'less load' : 'hold it';
  return (
    <Live role="status" aria-label="Instruments">
      <span className="figure">
        <Figure text={String(Math.round(amps))} unit="A" />
      </span>
      <strong>{hand}</strong>
      <span className="figure">
        <Figure text={volts.toFixed(2)} unit="V" />
      </span>
      <span>
        lowest <Words>{(lowest ?? volts).toFixed(2)}</Words>
        {limitVolts === null ? '' : volts < limitVolts ? ', under the limit' : ', over the limit'}
      </span>
    </Live>
  );
};

/** The fifteen seconds of a load test, then the order to release. */
export const LoadHold = ({
  position,
  target,
  limitVolts,
  where,
  startedMs,
  feed,
  off,
  stop,
}: {
  position: string;
  target: LoadTarget;
  limitVolts: number | null;
  where: string;
  startedMs: number;
  /** What connected instruments say; null when the values are typed. */
  feed: Feed | null;
  off: (offMs: number) => void;
  stop: () => void;
}) => {
  const now = useNow(100);
  const { gone, left } = heldSoFar({ startedMs }, now);
  // The press that started the hold may come twice: it does not end it.
  const settled = (): boolean => Date.now() - startedMs > BOUNCE_MS;
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key === 'Escape') stop();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [stop]);

  if (left === 0) {
    return (
      <Release role="alertdialog" aria-label="Release load now">
        <h2>
          Release
          <br />
          load now
        </h2>
        <p>Turn the pile to zero. Note the lowest volts and the amps.</p>
        <TimeTape secondsGone={HOLD_SECONDS} />
        <PrimaryKey autoFocus onPress={() => off(Date.now())}>
          Load is off
        </PrimaryKey>
      </Release>
    );
  }
  return (
    <Sheet>
      <h2>
        Hold {Math.round(target.amps)} to {ampsText(Math.round(target.bandTopAmps))}, battery {position}
      </h2>
      <HoldFigures target={target} limitVolts={limitVolts} where={where} />
      {feed === null ? null : <Listened feed={feed} target={target} limitVolts={limitVolts} />}
      <TimeTape secondsGone={gone} />
      <Countdown role="timer">
        <p className="figure">{left}</p>
        <p>
          s to go, then release the load. Watch the lowest volts
          {limitVolts === null ? null : <Words>{` against ${voltsText(limitVolts)}`}</Words>}.
        </p>
      </Countdown>
      <Keys>
        <Key onPress={() => (settled() ? stop() : undefined)}>Throw this run away</Key>
        <Key onPress={() => (settled() ? off(Date.now()) : undefined)}>Load is off early</Key>
      </Keys>
    </Sheet>
  );
};
