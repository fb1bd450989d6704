import type { UnitDetail } from '@vaktman/contract';
import { FormProvider, useFormState, useWatch, type Control } from 'react-hook-form';
import { useParams, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { useFleetQuery, useUnitQuery } from '../api/api';
import { failedWords } from '../api/failure';
import { openYards } from '../fleet/fleetLists';
import { AskBeforeLeaving } from '../control/AskBeforeLeaving';
import { inReach } from '../control/inReach';
import { PrimaryKey } from '../control/Key';
import { bankWords } from '../control/words';
import { EndLink } from '../frame/EndLink';
import { Loading } from '../frame/Failed';
import { FailedPage } from '../frame/FailedPage';
import { TitleBlock } from '../frame/TitleBlock';
import { NARROW, PHONE } from '../theme/screen';
import { AskBeforeSaving } from './AskBeforeSaving';
import { ApartFields } from './ApartFields';
import { BankFields } from './BankFields';
import { CardFields } from './CardFields';
import { DrawnUnit } from './DrawnUnit';
import { CableFields, MethodFields } from './FigureFields';
import { AlternatorFields, StarterFields } from './MachineFields';
import { batteryCount, type UnitFormFields } from './unitForm';
import { useUnitForm } from './useUnitForm';

const Sheet = styled.form`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  gap: 1.4rem 2rem;
  padding: 1.2rem 1.5rem 2rem;
  align-items: start;
  ${NARROW} {
    grid-template-columns: minmax(0, 1fr);
  }
  ${PHONE} {
    padding: 0.9rem 0.9rem 3.5rem;
  }
`;
const Main = styled.div`
  display: grid;
  gap: 1.4rem;
`;
/** The drawing stays beside whatever is typed, where there is room for both. */
const Side = styled.aside`
  display: grid;
  gap: 1rem;
  position: sticky;
  top: 5rem;
  ${NARROW} {
    position: static;
  }
  @media (max-height: 520px) {
    position: static;
  }
`;
const Foot = styled.div`
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(16rem, 340px);
  gap: 1rem;
  align-items: center;
  ${inReach}
  /* With nothing to say beside the key, nothing of the form is covered. */
  &.key {
    grid-column: -2 / -1;
    grid-template-columns: minmax(0, 1fr);
  }
  ${PHONE} {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const Wrong = styled.p`
  color: var(--failed);
  font-weight: 680;
`;

/** By itself, since it is drawn anew at the first letter: the whole form with its lists would be with it. */
const AskForUnit = ({
  control,
  isSaved,
}: {
  readonly control: Control<UnitFormFields>;
  readonly isSaved: () => boolean;
}) => {
  const { isDirty } = useFormState({ control });
  return <AskBeforeLeaving asks={() => isDirty && !isSaved()} />;
};

const UnitForm = ({
  loaded,
  template,
  yards,
}: {
  loaded: UnitDetail | null;
  template: UnitDetail | null;
  yards: readonly (readonly [string, string])[];
}) => {
  const { form, before, question, closeQuestion, failure, saving, save, isSaved } = useUnitForm(
    loaded,
    template,
    yards[0]?.[0] ?? '',
  );
  const { control } = form;
  // Of what is typed, only what the rest of the form goes by: the whole of it is drawn anew at no other letter.
  const [systemVolts, arrangement] = useWatch({ control, name: ['systemVolts', 'arrangement'] });

  return (
    <FormProvider {...form}>
      <AskForUnit control={control} isSaved={isSaved} />
      <TitleBlock
        plate={before === null ? 'New unit' : before.unit.id}
        about="on record"
        lines={before === null ? [] : [before.unit.description]}
        cells={[{ label: 'Bank', value: bankWords(Number(systemVolts), arrangement) }]}
        end={
          <EndLink to={before === null ? '/units' : `/units/${encodeURIComponent(before.unit.id)}`}>
            Leave without saving
          </EndLink>
        }
      />
      <main>
        <Sheet
          onSubmit={(event) => {
            event.preventDefault();
            void save();
          }}
          noValidate
        >
          <Main>
            <BankFields isNew={before === null} yards={yards} />
            <CardFields control={control} />
            <ApartFields control={control} arrangement={arrangement} />
            <StarterFields control={control} />
            <AlternatorFields control={control} />
            <CableFields control={control} hasLinks={batteryCount(arrangement) > 1} />
            <MethodFields control={control} />
          </Main>
          <Side>
            <DrawnUnit control={control} before={before} />
          </Side>
          <Foot className={failure === null && question === null ? 'key' : ''}>
            {failure === null && question === null ? null : (
              <div>
                {failure === null ? null : <Wrong role="alert">{failure}</Wrong>}
                {question === null ? null : <AskBeforeSaving question={question} close={closeQuestion} />}
              </div>
            )}
            <PrimaryKey type="submit" isPending={saving}>
              {before === null ? 'Add the unit' : 'Save the changes'}
            </PrimaryKey>
          </Foot>
        </Sheet>
      </main>
    </FormProvider>
  );
};

/** Adds a unit, also after the likeness of another, or changes what is on record about one. */
export const UnitFormView = () => {
  const { unitId } = useParams();
  const [parameters] = useSearchParams();
  const copied = unitId === undefined ? parameters.get('copy') : null;
  const wanted = unitId ?? copied;
  const fleet = useFleetQuery();
  const unit = useUnitQuery(wanted ?? '', { skip: wanted === null });
  const isThere = fleet.data !== undefined && (wanted === null || unit.currentData !== undefined);
  // What came once stays, whatever is not answered later: a form that was filled in does not go.
  if (!isThere && (fleet.isError || unit.isError))
    return (
      <FailedPage
        title="The form could not be loaded"
        words={failedWords(fleet.error ?? unit.error)}
        again={() => {
          void fleet.refetch();
          if (wanted !== null) void unit.refetch();
        }}
      />
    );
  if (!isThere) return <Loading />;
  return (
    <UnitForm
      key={wanted ?? 'new'}
      loaded={unitId === undefined ? null : (unit.currentData ?? null)}
      template={copied === null ? null : (unit.currentData ?? null)}
      yards={openYards(fleet.data, unitId === undefined ? undefined : unit.currentData?.yardId)}
    />
  );
};
