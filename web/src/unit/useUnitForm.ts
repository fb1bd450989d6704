import type { UnitDetail, UnitDraft } from '@vaktman/contract';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useForm, type FieldPath } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { useAddUnitMutation, useChangeUnitMutation } from '../api/api';
import { failureOf } from '../api/failure';
import { useReaderUnits } from '../control/ReaderContext';
import { useOnce } from '../control/useOnce';
import type { SaveQuestion } from './AskBeforeSaving';
import { checkForm, emptyForm, formFrom, formResolver, templateFrom, type UnitFormFields } from './unitForm';
import { errorsByField } from './unitFormErrors';

/**
 * The unit form: as typed, as it would be saved, and what stood in the way when it was.
 * @param loaded the unit as the server has it now; null where one is added
 * @param template a unit to begin from; its number and what belongs to its own batteries are left out
 */
export const useUnitForm = (loaded: UnitDetail | null, template: UnitDetail | null, firstYard: string) => {
  const navigate = useNavigate();
  const [addUnit] = useAddUnitMutation();
  const [changeUnit] = useChangeUnitMutation();
  // The unit as it stood when the form was opened: what others change meanwhile is not passed off as seen.
  const [before] = useState(loaded);
  const { area } = useReaderUnits();
  const [question, setQuestion] = useState<SaveQuestion | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const resolver = useMemo(() => formResolver(before), [before]);
  const form = useForm<UnitFormFields>({
    defaultValues:
      before !== null ? formFrom(before) : template !== null ? templateFrom(template) : emptyForm(firstYard, area),
    resolver,
  });
  const { handleSubmit, setError } = form;
  const saved = useRef(false);
  const submit = async (typed: UnitFormFields, settled: Partial<UnitDraft> = {}): Promise<void> => {
    setFailure(null);
    setQuestion(null);
    const checked = checkForm(typed, before);
    if (!checked.ok) return;
    const draft = { ...checked.draft, ...settled };
    const result = before === null ? await addUnit(draft) : await changeUnit(draft);
    if (result.error === undefined) {
      saved.current = true;
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
      setError(path as FieldPath<UnitFormFields>, { type: 'server', message });
  };
  const latest = useRef(loaded);
  useEffect(() => {
    latest.current = loaded;
  });
  const [saving, save] = useOnce(handleSubmit((typed) => submit(typed)));

  const isSaved = useCallback(() => saved.current, []);
  return { form, before, question, closeQuestion: () => setQuestion(null), failure, saving, save, isSaved };
};
