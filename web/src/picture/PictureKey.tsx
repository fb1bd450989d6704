import type { VisitDetail } from '@vaktman/contract';
import { pointName } from '@vaktman/core';
import { FileTrigger } from 'react-aria-components';
import { QuietKey } from '../control/Key';
import { failureTold } from '../frame/failureSlice';
import { useAppDispatch } from '../store';
import { useMayIn } from '../visit/useMayIn';
import { useRecorder } from '../visit/useVisit';
import { scaleDown } from './scaleDown';

/** Takes a picture of something and keeps it with the visit, also without network. */
export const PictureKey = ({
  detail,
  step,
  point,
}: {
  readonly detail: VisitDetail;
  readonly step: string;
  readonly point: string;
}) => {
  const dispatch = useAppDispatch();
  const recorder = useRecorder(detail.file.visit.id, detail.file.visit.technician);
  const may = useMayIn(detail.file.visit.id, 'trainee');
  const take = async (files: FileList | null): Promise<void> => {
    const file = files?.[0];
    if (file === undefined) return;
    try {
      await recorder.event({ kind: 'photographed', step, point, data: await scaleDown(file) });
    } catch (error) {
      dispatch(failureTold({ what: 'act', words: error instanceof Error ? error.message : String(error) }));
    }
  };
  if (!may) return null;
  return (
    <FileTrigger acceptedFileTypes={['image/*']} defaultCamera="environment" onSelect={(files) => void take(files)}>
      <QuietKey aria-label={`Take a picture: ${pointName(point)}`}>Take a picture</QuietKey>
    </FileTrigger>
  );
};
