import { ampsText, figure, type DrainSection } from '@vaktman/core';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { Figure } from '../../control/Figure';
import { Words } from '../../control/Words';
import { DrainFall } from './DrainFall';

const Head = styled.h2`
  font-size: 2.1rem;
`;
const Top = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 2rem;
  align-items: end;
  > :last-child {
    flex: 1 1 16rem;
    min-width: 0;
  }
`;
const Amps = styled.p`
  font-size: clamp(5rem, 12vw, 9.4rem);
  line-height: 1;
  white-space: nowrap;
`;
const Days = styled.p`
  font-size: 1.25rem;
  strong {
    font-size: 1.6rem;
  }
`;

const daysText = (days: number): string => `${figure(days, days < 10 ? 1 : 0)} days`;
const nowText = ({ nowAmps }: DrainSection): string => (nowAmps === null ? '–' : figure(nowAmps, 2));

/** How long the machine may stand, now and as it came in. Nothing where the capacity is not known. */
const DrainDays = ({ section: { daysNow, daysAsItCame, wholeAmps, steps } }: { readonly section: DrainSection }) =>
  daysNow === null ? null : (
    <Days>
      Half charge after{' '}
      <strong>
        <Words>{daysText(daysNow)}</Words>
      </strong>
      {steps.length === 0 || daysAsItCame === null || wholeAmps === null ? null : (
        <Words>{`; as it came in, ${ampsText(wholeAmps)}: ${daysText(daysAsItCame)}`}</Words>
      )}
    </Days>
  );

interface Pictured {
  readonly section: DrainSection;
  readonly heading: string;
  /** Since the key was turned off, or what starts it. */
  readonly clock: ReactNode;
}

/** The amperes at arm's length, the clock beside them, and the fall from what came in to what is allowed. */
export const DrainPicture = ({ section, heading, clock }: Pictured) => (
  <>
    <Head>
      <Words>{heading}</Words>
    </Head>
    <Top>
      <div>
        <p>{section.nowAmps === null ? 'Not read yet' : 'Amps now'}</p>
        <Amps>
          <Figure text={nowText(section)} unit="A" />
        </Amps>
      </div>
      <div>
        <p>Key off for</p>
        {clock}
        <DrainDays section={section} />
      </div>
    </Top>
    <DrainFall section={section} />
  </>
);

const Strip = styled.div`
  padding-bottom: 0.4rem;
  h2 {
    font-size: 1.4rem;
  }
  > div {
    display: flex;
    gap: 1rem;
    align-items: center;
    justify-content: space-between;
    padding-top: 0.4rem;
  }
  > div > :first-child {
    font-size: 2.8rem;
    line-height: 1;
    white-space: nowrap;
  }
`;

/** The same over the keys of a phone: what it draws, and how long the key is off. */
export const DrainStrip = ({ section, heading, clock }: Pictured) => (
  <Strip>
    <h2>
      <Words>{heading}</Words>
    </h2>
    <div>
      <p aria-label={section.nowAmps === null ? 'Not read yet' : 'Amps now'}>
        <Figure text={nowText(section)} unit="A" />
      </p>
      {clock}
    </div>
  </Strip>
);

/** What of the picture a phone has no room for over its keys. */
export const DrainRest = ({ section, clock }: Omit<Pictured, 'heading'>) => (
  <div className="on-phone">
    <DrainDays section={section} />
    <DrainFall section={section} />
    {clock}
  </div>
);
