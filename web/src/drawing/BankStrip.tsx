import { Link } from 'react-router';
import styled from 'styled-components';
import { MARK_WORDS, MarkShape } from '../control/Mark';
import { PHONE } from '../theme/screen';
import type { BatteryFace } from './BankDrawing';

const Strip = styled.nav`
  display: none;
  ${PHONE} {
    display: flex;
    border: 1.6px solid var(--ink);
    margin-bottom: 0.6rem;
    a {
      flex: 1;
      display: flex;
      align-items: center;
      justify-content: center;
      gap: 0.35rem;
      min-height: 48px;
      border-left: 1px solid var(--rule);
      font-weight: 760;
      font-size: 1.2rem;
      text-decoration: none;
    }
    a:first-child {
      border-left: 0;
    }
    a[aria-current] {
      background: var(--live);
      color: var(--on-live);
    }
    svg {
      width: 18px;
      height: 18px;
    }
  }
`;

/** The bank drawing folded into one line for a phone: each battery, its mark, and which one is meant now. */
export const BankStrip = ({
  faces,
  point,
  pathTo,
}: {
  faces: Readonly<Record<string, BatteryFace>>;
  point: string;
  pathTo: (position: string) => string;
}) => (
  <Strip aria-label="Batteries">
    {Object.entries(faces).map(([position, { mark }]) => (
      <Link
        key={position}
        to={pathTo(position)}
        aria-current={position === point ? 'step' : undefined}
        aria-label={`Battery ${position}${mark === null ? '' : `, ${MARK_WORDS[mark]}`}`}
      >
        {position}
        {mark === null || position === point ? null : (
          <svg viewBox="0 0 20 20" aria-hidden="true">
            <MarkShape kind={mark} />
          </svg>
        )}
      </Link>
    ))}
  </Strip>
);
