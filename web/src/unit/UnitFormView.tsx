import type { UnitDetail, UnitDraft } from '@vaktman/contract';
import { CHEMISTRIES, LIMIT_NAMES, LIMITS, limitWords, PROFILE_NAMES, PROFILES, RATING_STANDARDS } from '@vaktman/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { useAddUnitMutation, useChangeUnitMutation, useFleetQuery, useUnitQuery } from '../api/api';
import { failedWords, failureOf } from '../api/failure';
import { FieldGroup } from '../control/Field';
import { Key, PrimaryKey, QuietKey } from '../control/Key';
import { useOnce } from '../control/useOnce';
import { bankWords } from '../control/words';
import { BankDrawing } from '../drawing/BankDrawing';
import { PathDrawing } from '../drawing/PathDrawing';
import { EndLink } from '../frame/EndLink';
import { Loading } from '../frame/Failed';
import { FailedPage } from '../frame/FailedPage';
import { TitleBlock } from '../frame/TitleBlock';
import { NARROW, PHONE } from '../theme/screen';
import { AskBeforeSaving, type SaveQuestion } from './AskBeforeSaving';
import { Choice, DayLine, NumberLine, TextLine, type FormName } from './formLines';
import {
  arrangementsFor,
  batteryCount,
  CABLE_KEYS,
  checkForm,
  EMPTY_ALTERNATOR,
  EMPTY_BATTERY,
  emptyForm,
  errorsByField,
  formFrom,
  formResolver,
  templateFrom,
  type CableKey,
  type UnitFormFields,
} from './unitForm';

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
const Grid = styled.div<{ $columns: string }>`
  display: grid;
  grid-template-columns: ${({ $columns }) => $columns};
  gap: 0.9rem 1rem;
  ${PHONE} {
    grid-template-columns: 1fr 1fr;
  }
`;
const BatteryRow = styled.div`
  display: grid;
  grid-template-columns: 2rem repeat(4, minmax(0, 1fr)) repeat(2, minmax(0, 0.8fr));
  gap: 0.6rem 0.7rem;
  padding: 0.6rem 0;
  border-bottom: 1px solid var(--rule);
  > strong {
    font-size: 1.8rem;
    align-self: center;
  }
  ${PHONE} {
    grid-template-columns: 1fr 1fr;
    > strong {
      grid-column: 1 / -1;
    }
  }
`;
const Side = styled.aside`
  position: sticky;
  top: 80px;
  display: grid;
  gap: 1rem;
`;
const Wrong = styled.p`
  color: var(--failed);
  font-weight: 680;
`;

const same = (words: readonly string[]): readonly (readonly [string, string])[] =>
  words.map((word) => [word, word] as const);

const CABLE_WORDS: Readonly<Record<CableKey, string>> = {
  starterPositive: 'Starter, positive',
  starterGround: 'Starter, ground',
  chargePositive: 'Charging, positive',
  chargeGround: 'Charging, ground',
  link: 'Between batteries',
};
const NO_FACES = { stretches: {}, joints: {} };

const UnitForm = ({
  before: loaded,
  template,
  yards,
}: {
  before: UnitDetail | null;
  /** A unit to begin from; its number and what belongs to its own batteries are left out. */
  template: UnitDetail | null;
  yards: readonly (readonly [string, string])[];
}) => {
  const navigate = useNavigate();
  const [addUnit] = useAddUnitMutation();
  const [changeUnit] = useChangeUnitMutation();
  // The unit as it stood when the form was opened: what others change meanwhile is not passed off as seen.
  const [before] = useState(loaded);
  const [question, setQuestion] = useState<SaveQuestion | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const resolver = useMemo(() => formResolver(before), [before]);
  const form = useForm<UnitFormFields>({
    defaultValues:
      before !== null ? formFrom(before) : template !== null ? templateFrom(template) : emptyForm(yards[0]?.[0] ?? ''),
    resolver,
  });
  const { control, setValue, getValues, handleSubmit, setError } = form;
  const values = useWatch({ control }) as UnitFormFields;
  const arrangements = arrangementsFor(values.systemVolts, values.batteryVolts);
  const count = batteryCount(values.arrangement);
  const series = values.systemVolts !== values.batteryVolts;

  useEffect(() => {
    if (!arrangements.some((arrangement) => arrangement === values.arrangement))
      setValue('arrangement', arrangements[0] ?? '1S1P');
  }, [arrangements, values.arrangement, setValue]);
  useEffect(() => {
    const batteries = getValues('batteries');
    if (batteries.length < count)
      setValue('batteries', [
        ...batteries,
        ...Array.from({ length: count - batteries.length }, () => ({ ...(batteries[0] ?? EMPTY_BATTERY), serial: '' })),
      ]);
  }, [count, getValues, setValue]);

  const drawn = useMemo(() => {
    const checked = checkForm({ ...values, id: values.id || 'new', yardId: values.yardId || 'yard' }, before);
    return checked.ok ? checked.draft.unit : null;
  }, [values, before]);

  const submit = async (typed: UnitFormFields, settled: Partial<UnitDraft> = {}): Promise<void> => {
    setFailure(null);
    setQuestion(null);
    const checked = checkForm(typed, before);
    if (!checked.ok) return;
    const draft = { ...checked.draft, ...settled };
    const result = before === null ? await addUnit(draft) : await changeUnit(draft);
    if (result.error === undefined) {
      await navigate(`/units/${encodeURIComponent(checked.draft.unit.id)}`);
      return;
    }
    const why = failureOf(result.error);
    if (why.kind === 'unreached') {
      setFailure(`${why.words} What you typed is still here; save again when it does.`);
      return;
    }
    const { title, problems = [], sameBattery } = why.details;
    if (sameBattery !== undefined)
      setQuestion({ kind: 'same', batteries: sameBattery, answer: (same) => submit(typed, { ...settled, same }) });
    else if (why.details.status === 409 && loaded !== null && problems.some(({ path }) => path !== 'unit.id'))
      setQuestion({
        kind: 'clash',
        problems,
        // Their change was shown field by field: saving now is from the unit as it stands.
        answer: () => submit(typed, { ...settled, revision: latest.current?.revision ?? draft.revision }),
      });
    setFailure(title);
    for (const [path, message] of Object.entries(errorsByField(problems, typed)))
      setError(path as FormName, { type: 'server', message });
  };
  const latest = useRef(loaded);
  useEffect(() => {
    latest.current = loaded;
  });
  const [saving, save] = useOnce(handleSubmit((typed) => submit(typed)));

  const copyFirst = (): void => {
    const [first, ...rest] = getValues('batteries');
    if (first !== undefined)
      setValue('batteries', [
        first,
        ...rest.map((battery) => ({ ...first, serial: battery.serial, set: battery.set })),
      ]);
  };

  return (
    <>
      <TitleBlock
        plate={before === null ? 'New unit' : before.unit.id}
        lines={before === null ? [] : [before.unit.description]}
        cells={[{ label: 'Bank', value: bankWords(Number(values.systemVolts), values.arrangement) }]}
        end={
          <EndLink to={before === null ? '/units' : `/units/${encodeURIComponent(before.unit.id)}`}>
            Leave without saving
          </EndLink>
        }
      />
      <Sheet
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
        noValidate
      >
        <Main>
          <FieldGroup title="The unit">
            <Grid $columns="1fr 2fr 1.3fr">
              <TextLine control={control} name="id" label="Number" isDisabled={before !== null} />
              <TextLine control={control} name="description" label="What it is" />
              <Choice control={control} name="yardId" label="Yard" options={yards} />
            </Grid>
          </FieldGroup>
          <FieldGroup title="The bank">
            <Grid $columns="1fr 1fr 2fr 1.3fr">
              <Choice
                control={control}
                name="systemVolts"
                label="System"
                options={[
                  ['12', '12 V'],
                  ['24', '24 V'],
                ]}
              />
              <Choice
                control={control}
                name="batteryVolts"
                label="Batteries of"
                options={[
                  ['12', '12 V'],
                  ['6', '6 V'],
                ]}
              />
              <Choice
                control={control}
                name="arrangement"
                label="Arrangement"
                options={arrangements.map(
                  (arrangement) =>
                    [arrangement, `${arrangement}: ${bankWords(Number(values.systemVolts), arrangement)}`] as const,
                )}
              />
              <div style={{ alignSelf: 'end' }}>
                <Key type="button" onPress={copyFirst}>
                  All like A
                </Key>
              </div>
            </Grid>
            {Array.from({ length: count }, (_, index) => (
              <BatteryRow key={index} role="group" aria-label={`Battery ${'ABCDEF'[index] ?? ''}`}>
                <strong>{'ABCDEF'[index]}</strong>
                <TextLine control={control} name={`batteries.${index}.make`} label="Make" />
                <TextLine control={control} name={`batteries.${index}.serial`} label="Serial" />
                <DayLine control={control} name={`batteries.${index}.fitted`} label="Fitted" />
                <NumberLine control={control} name={`batteries.${index}.ratingValue`} label="Cold cranking" unit="A" />
                <Choice
                  control={control}
                  name={`batteries.${index}.ratingStandard`}
                  label="Standard"
                  options={same(RATING_STANDARDS)}
                />
                <Choice
                  control={control}
                  name={`batteries.${index}.chemistry`}
                  label="Chemistry"
                  options={same(CHEMISTRIES)}
                />
                <span />
                <NumberLine control={control} name={`batteries.${index}.capacityAh`} label="Capacity" unit="Ah" />
                {series ? null : <NumberLine control={control} name={`batteries.${index}.set`} label="Box" />}
                <Choice
                  control={control}
                  name={`batteries.${index}.duty`}
                  label="Duty"
                  options={same(['truck', 'light'])}
                />
              </BatteryRow>
            ))}
          </FieldGroup>
          <FieldGroup title="Starter">
            <Grid $columns="1fr 1fr 1fr 1fr 1fr">
              <Choice
                control={control}
                name="groundReturn"
                label="Starter ground"
                options={[
                  ['cable', 'own cable'],
                  ['block', 'engine block'],
                ]}
              />
              <Choice
                control={control}
                name="magneticSwitch"
                label="Magnetic switch"
                options={same(['separate', 'integrated', 'none'])}
              />
              <NumberLine control={control} name="cylinders" label="Cylinders" />
              <Choice
                control={control}
                name="oil"
                label="Engine oil"
                options={[['', 'not known'], ...same(['15W', '10W', '5W', '0W'])]}
              />
              <NumberLine control={control} name="beltRatio" label="Belt ratio" />
            </Grid>
          </FieldGroup>
          <FieldGroup title="Alternators">
            {values.alternators.map((_, index) => (
              <Grid
                key={index}
                $columns="0.7fr 1fr 1fr 1fr 1fr auto"
                role="group"
                aria-label={`Alternator ${index + 1}`}
              >
                <TextLine control={control} name={`alternators.${index}.id`} label="Id" />
                <NumberLine
                  control={control}
                  name={`alternators.${index}.ratedAmps`}
                  label="Rating on the plate"
                  unit="A"
                />
                <Choice
                  control={control}
                  name={`alternators.${index}.ground`}
                  label="Ground"
                  options={[
                    ['case', 'case'],
                    ['stud', 'own stud'],
                  ]}
                />
                <Choice
                  control={control}
                  name={`alternators.${index}.remoteSense`}
                  label="Remote sense"
                  options={same(['no', 'yes'])}
                />
                <Choice
                  control={control}
                  name={`alternators.${index}.regulator`}
                  label="Regulator"
                  options={[
                    ['', 'not said'],
                    ['internal', 'inside'],
                    ['external', 'outside'],
                  ]}
                />
                <QuietKey
                  type="button"
                  onPress={() =>
                    setValue(
                      'alternators',
                      getValues('alternators').filter((_alternator, at) => at !== index),
                    )
                  }
                >
                  Remove
                </QuietKey>
              </Grid>
            ))}
            {values.alternators.length >= 2 ? null : (
              <Key
                type="button"
                onPress={() =>
                  setValue('alternators', [
                    ...getValues('alternators'),
                    { ...EMPTY_ALTERNATOR, id: `ALT${getValues('alternators').length + 1}` },
                  ])
                }
              >
                Add an alternator
              </Key>
            )}
          </FieldGroup>
          <FieldGroup title="Cables">
            {CABLE_KEYS.filter((key) => key !== 'link' || count > 1).map((key) => (
              <Grid key={key} $columns="1.4fr 1fr 1fr 1fr" role="group" aria-label={CABLE_WORDS[key]}>
                <strong style={{ alignSelf: 'end', paddingBottom: '0.7rem' }}>{CABLE_WORDS[key]}</strong>
                <TextLine control={control} name={`cables.${key}.size`} label="Size" />
                <Choice
                  control={control}
                  name={`cables.${key}.sizeUnit`}
                  label="Size as"
                  options={[
                    ['mm2', 'mm²'],
                    ['awg', 'AWG'],
                  ]}
                />
                <NumberLine control={control} name={`cables.${key}.lengthM`} label="Length" unit="m" />
              </Grid>
            ))}
          </FieldGroup>
          <FieldGroup title="Method and maker's figures">
            <Grid $columns="1fr 2fr">
              <Choice
                control={control}
                name="profile"
                label="Judged by"
                options={[['', 'as the fleet'], ...PROFILE_NAMES.map((name) => [name, PROFILES[name].title] as const)]}
              />
              <p style={{ alignSelf: 'end' }}>
                A figure from the machine's own manual goes before every limit of the method, and is taken as read on
                this unit.
              </p>
            </Grid>
            {values.makerLimits.map((_, index) => (
              <Grid key={index} $columns="2fr 1fr auto" role="group" aria-label={`Maker's figure ${index + 1}`}>
                <Choice
                  control={control}
                  name={`makerLimits.${index}.name`}
                  label="Limit"
                  options={[
                    ['', 'choose a limit'],
                    ...LIMIT_NAMES.map((name) => [name, `${limitWords(name)}, ${LIMITS[name].unit}`] as const),
                  ]}
                />
                <NumberLine control={control} name={`makerLimits.${index}.value`} label="Figure" />
                <QuietKey
                  type="button"
                  onPress={() =>
                    setValue(
                      'makerLimits',
                      getValues('makerLimits').filter((_limit, at) => at !== index),
                    )
                  }
                >
                  Remove
                </QuietKey>
              </Grid>
            ))}
            <Key
              type="button"
              onPress={() => setValue('makerLimits', [...getValues('makerLimits'), { name: '', value: '' }])}
            >
              Add a maker's figure
            </Key>
          </FieldGroup>
        </Main>
        <Side>
          <h2>As it is wired</h2>
          {drawn === null ? (
            <p>The drawing follows once the entries fit together.</p>
          ) : (
            <>
              <BankDrawing
                bank={drawn.bank}
                faces={Object.fromEntries(
                  drawn.bank.batteries.map(({ position, make }) => [
                    position,
                    { value: null, unit: '', note: make ?? '', mark: null },
                  ]),
                )}
              />
              <PathDrawing unit={drawn} faces={NO_FACES} batteries={{}} />
            </>
          )}
          {failure === null ? null : <Wrong role="alert">{failure}</Wrong>}
          {question === null ? null : <AskBeforeSaving question={question} close={() => setQuestion(null)} />}
          <PrimaryKey type="submit" isPending={saving}>
            {before === null ? 'Add the unit' : 'Save the changes'}
          </PrimaryKey>
        </Side>
      </Sheet>
    </>
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
  if (fleet.isError || unit.isError)
    return (
      <FailedPage
        title="The form could not be loaded"
        words={failedWords(fleet.error ?? unit.error)}
        again={() => void fleet.refetch()}
      />
    );
  if (fleet.data === undefined || (wanted !== null && unit.data === undefined)) return <Loading />;
  return (
    <UnitForm
      key={wanted ?? 'new'}
      before={unitId === undefined ? null : (unit.data ?? null)}
      template={copied === null ? null : (unit.data ?? null)}
      yards={fleet.data.yards.map(({ yardId, name }) => [yardId, name] as const)}
    />
  );
};
