import { Button, DropZone, FileTrigger, isFileDropItem } from 'react-aria-components';
import type { ReactNode } from 'react';
import styled from 'styled-components';

const Zone = styled(DropZone)`
  border: 2px dashed var(--ink);
  background: var(--raised);
  &[data-drop-target] {
    background: var(--shade);
  }
`;
const Choose = styled(Button)`
  font: inherit;
  font-weight: 680;
  font-size: 1.2rem;
  min-height: 72px;
  width: 100%;
  background: none;
  color: inherit;
  border: 0;
  cursor: pointer;
  padding: 0.5rem 0.9rem;
  &.next {
    background: var(--ink);
    color: var(--paper);
  }
`;

const SEPARATED = ['.csv', '.txt', '.tsv', 'text/*'] as const;

/** A file, of separated values where nothing else is said, chosen by a press or dropped. */
export const FileZone = ({
  label,
  isNext,
  take,
  accepts = SEPARATED,
  children,
}: {
  /** What is dropped here, for who cannot see it. */
  readonly label: string;
  /** True where taking a file is the next thing to do. */
  readonly isNext: boolean;
  readonly take: (file: File) => void;
  /** Endings and types of what is taken. */
  readonly accepts?: readonly string[];
  readonly children: ReactNode;
}) => (
  <Zone
    aria-label={label}
    onDrop={(event) => {
      const item = event.items.find(isFileDropItem);
      if (item !== undefined) void item.getFile().then(take);
    }}
  >
    <FileTrigger
      acceptedFileTypes={accepts}
      onSelect={(files) => (files?.[0] === undefined ? undefined : take(files[0]))}
    >
      <Choose className={isNext ? 'next' : ''} data-primary={isNext ? true : undefined}>
        {children}
      </Choose>
    </FileTrigger>
  </Zone>
);
