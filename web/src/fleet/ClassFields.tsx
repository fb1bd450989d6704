import { DISPOSITION_WORDS, DISPOSITIONS, USUAL_INTERVALS, type ProfileName } from '@vaktman/core';
import { useFieldArray, type Control } from 'react-hook-form';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { NumberLine, TextLine } from '../control/formLines';
import { Key, QuietKey } from '../control/Key';
import { PHONE } from '../theme/screen';
import type { ClassesTyped } from './classForm';
import { LimitRow, usualBeside } from './fleetStyle';
import { LimitLine } from './LimitLine';

const Box = styled.div`
  display: grid;
  gap: 0.9rem;
  padding: 1rem 0 1.4rem;
  border-bottom: 2px solid var(--ink);
`;
const Row = styled.div`
  display: grid;
  grid-template-columns: 11rem repeat(3, minmax(0, 9rem)) minmax(0, 1fr);
  gap: 0.8rem;
  align-items: end;
  strong {
    padding-bottom: 0.7rem;
  }
  ${usualBeside}
  ${PHONE} {
    grid-template-columns: repeat(3, minmax(0, 1fr));
    strong,
    small {
      grid-column: 1 / -1;
      padding-bottom: 0;
    }
  }
`;

/** One class of machine: when it is due again by how it left, and limits of the shop's own. */
export const ClassFields = ({
  control,
  index,
  method,
  remove,
}: {
  control: Control<ClassesTyped, unknown, unknown>;
  index: number;
  method: ProfileName;
  remove: () => void;
}) => {
  const limits = useFieldArray({ control, name: `classes.${index}.limits` });
  return (
    <Box role="group" aria-label={`Class ${index + 1}`}>
      <LimitRow>
        <TextLine control={control} name={`classes.${index}.name`} label="Class; empty: every machine without one" />
        <span />
        <QuietKey onPress={remove}>Remove this class</QuietKey>
      </LimitRow>
      {[...DISPOSITIONS].reverse().map((left) => {
        const { days, hours, km } = USUAL_INTERVALS[left];
        return (
          <Row key={left} role="group" aria-label={DISPOSITION_WORDS[left]}>
            <strong>{DISPOSITION_WORDS[left]}</strong>
            <NumberLine control={control} name={`classes.${index}.intervals.${left}.days`} label="Days" unit="d" />
            <NumberLine control={control} name={`classes.${index}.intervals.${left}.hours`} label="Hours" unit="h" />
            <NumberLine control={control} name={`classes.${index}.intervals.${left}.km`} label="Distance" unit="km" />
            <small>
              <Words>{`usually ${days} d${hours === 0 ? '' : `, ${hours} h`}${km === 0 ? '' : `, ${km} km`}`}</Words>
            </small>
          </Row>
        );
      })}
      {limits.fields.map(({ id }, at) => (
        <LimitLine key={id} control={control} index={index} at={at} method={method} remove={() => limits.remove(at)} />
      ))}
      <div>
        <Key type="button" onPress={() => limits.append({ name: '', value: '' })}>
          Add a limit
        </Key>
      </div>
    </Box>
  );
};
