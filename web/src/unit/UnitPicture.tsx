import type { UnitDetail } from '@vaktman/contract';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { problemText } from '../api/failure';
import { dayText } from '../control/dates';
import { QuietKey } from '../control/Key';
import { SureKey } from '../control/SureKey';
import { scaleDown } from '../picture/scaleDown';
import { useMay } from '../session/useMay';
import { useSetUnitPictureMutation } from './unitApi';

const Figure = styled.figure`
  margin: 0.6rem 0 0;
  img {
    display: block;
    max-width: min(100%, 30rem);
    max-height: 22rem;
    border: 1px solid var(--rule);
  }
  figcaption {
    color: var(--ink-2);
  }
`;
const Keys = styled.div`
  /* The words of the first key stand in line with those around it. */
  margin-left: -0.6rem;
  @media print {
    display: none;
  }
`;
const Wrong = styled.p`
  color: var(--failed);
  font-weight: 680;
`;

/** What a machine looks like, so that the right one is found in a full yard. */
export const UnitPicture = ({ detail }: { readonly detail: UnitDetail }) => {
  const { unit, pictureAt } = detail;
  const may = useMay('technician');
  const [setUnitPicture] = useSetUnitPictureMutation();
  const [failure, setFailure] = useState<string | null>(null);
  const keep = async (data: string | null): Promise<void> => {
    const result = await setUnitPicture({ unitId: unit.id, data });
    setFailure(result.error === undefined ? null : problemText(result.error));
  };
  const take = async (files: FileList | null): Promise<void> => {
    const file = files?.[0];
    if (file === undefined) return;
    try {
      await keep(await scaleDown(file));
    } catch (error) {
      setFailure(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <>
      {pictureAt === null ? null : (
        <Figure>
          <img
            src={`/api/units/${encodeURIComponent(unit.id)}/picture?at=${encodeURIComponent(pictureAt)}`}
            alt={`${unit.id}, ${unit.description}`}
            loading="lazy"
          />
          <figcaption>{dayText(pictureAt)}</figcaption>
        </Figure>
      )}
      {may ? (
        <Keys>
          <FileTrigger
            acceptedFileTypes={['image/*']}
            defaultCamera="environment"
            onSelect={(files) => void take(files)}
          >
            <QuietKey>{pictureAt === null ? 'Take a picture of it' : 'Take another picture'}</QuietKey>
          </FileTrigger>
          {pictureAt === null ? null : (
            <SureKey
              words="Take the picture away"
              sureWords="Take it away, for good"
              onPress={async () => keep(null)}
            />
          )}
        </Keys>
      ) : null}
      {failure === null ? null : <Wrong role="alert">{failure}</Wrong>}
    </>
  );
};
