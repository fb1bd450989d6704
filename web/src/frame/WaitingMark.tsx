import { CloudOff, CloudUpload } from 'lucide-react';
import styled from 'styled-components';
import { useAppSelector } from '../store';
import { PHONE } from '../theme/screen';

const Strip = styled.p<{ $refused: boolean }>`
  position: fixed;
  top: 62px;
  left: 50%;
  transform: translateX(-50%);
  z-index: 20;
  display: flex;
  align-items: center;
  gap: 0.5rem;
  padding: 0.4rem 0.9rem;
  max-width: 100%;
  font-size: 0.95rem;
  background: ${({ $refused }) => ($refused ? 'var(--failed)' : 'var(--shade)')};
  color: ${({ $refused }) => ($refused ? 'var(--paper)' : 'var(--ink)')};
  border: 1px solid var(--rule);
  border-top: 0;
  @media print {
    display: none;
  }
  ${PHONE} {
    top: auto;
    bottom: 0;
    left: 0;
    transform: none;
  }
`;

/** Says how much is not yet on the server; nothing when all is. */
export const WaitingMark = () => {
  const { waiting, reach, refused } = useAppSelector((state) => state.outbox);
  if (waiting === 0) return null;
  const count = waiting === 1 ? '1 reading waiting' : `${waiting} readings waiting`;
  const words =
    refused !== null
      ? `${count}. Kept here; the server refused: ${refused}`
      : reach === 'offline'
        ? `${count} for the server. Kept on this device.`
        : count;
  return (
    <Strip $refused={refused !== null} role="status">
      {reach === 'offline' ? <CloudOff size={18} aria-hidden="true" /> : <CloudUpload size={18} aria-hidden="true" />}
      {words}
    </Strip>
  );
};
