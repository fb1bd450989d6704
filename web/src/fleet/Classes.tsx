import type { Fleet } from '@vaktman/contract';
import type { MachineClass } from '@vaktman/core';
import { useEffect, useEffectEvent, useState } from 'react';
import { useFieldArray, useForm } from 'react-hook-form';
import { problemText } from '../api/failure';
import { AskForForm } from '../control/AskForForm';
import { focusFirstWrong } from '../control/draftForm';
import { Key } from '../control/Key';
import { useOnce } from '../control/useOnce';
import { ClassFields } from './ClassFields';
import { classesResolver, classTyped, EMPTY_CLASS, type ClassesTyped } from './classForm';
import { Wrong } from './fleetStyle';
import { useSetClassesMutation } from './fleetApi';

/** Intervals and limits of the shop by class of machine. */
export const Classes = ({ fleet }: { fleet: Fleet }) => {
  const [setClasses] = useSetClassesMutation();
  const [failure, setFailure] = useState<string | null>(null);
  const { control, handleSubmit, reset, formState } = useForm<ClassesTyped, unknown, { classes: MachineClass[] }>({
    defaultValues: { classes: fleet.classes.map(classTyped) },
    resolver: classesResolver,
  });
  const { fields, append, remove } = useFieldArray({ control, name: 'classes' });
  const { isDirty } = formState;
  // What stood when the first of it was changed here: what somebody else keeps meanwhile is not overwritten unseen.
  const [was, setWas] = useState(fleet.classes);
  const follow = useEffectEvent(() => {
    if (isDirty) return;
    setWas(fleet.classes);
    reset({ classes: fleet.classes.map(classTyped) });
  });
  useEffect(() => follow(), [fleet.classes]);
  const save = async ({ classes }: { classes: MachineClass[] }): Promise<void> => {
    const result = await setClasses({ classes, was });
    setFailure(result.error === undefined ? null : problemText(result.error));
    if (result.error !== undefined) return;
    setWas(classes);
    reset({ classes: classes.map(classTyped) });
  };
  const [saving, submit] = useOnce(async (form: HTMLElement) => {
    await handleSubmit(save, () => focusFirstWrong(form))();
  });
  return (
    <section aria-label="Intervals and limits">
      <h2>Intervals and limits by class of machine</h2>
      <p>
        A unit's class stands on its card. Visits opened from now on are judged by these limits, and closed with these
        intervals; a maker's figure of a unit goes before them.
      </p>
      <form
        noValidate
        aria-label="Intervals and limits"
        onSubmit={(event) => {
          event.preventDefault();
          void submit(event.currentTarget);
        }}
      >
        <AskForForm control={control} />
        {fields.map(({ id }, index) => (
          <ClassFields key={id} control={control} index={index} method={fleet.profile} remove={() => remove(index)} />
        ))}
        {failure === null ? null : <Wrong role="alert">{failure}</Wrong>}
        <div style={{ display: 'flex', gap: '1rem', paddingTop: '1rem' }}>
          <Key type="button" onPress={() => append(EMPTY_CLASS)}>
            Add a class
          </Key>
          <Key type="submit" isDisabled={!isDirty} isPending={saving}>
            Save the classes
          </Key>
        </div>
      </form>
    </section>
  );
};
