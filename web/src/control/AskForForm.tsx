import { useFormState, type Control, type FieldValues } from 'react-hook-form';
import { AskBeforeLeaving } from './AskBeforeLeaving';

/** Asks before a form is left in which something was typed that is not saved, nor being saved. */
export const AskForForm = <Typed extends FieldValues>({ control }: { control: Control<Typed, unknown, unknown> }) => {
  const { isDirty, isSubmitting, isSubmitSuccessful } = useFormState({ control: control as Control<Typed> });
  return <AskBeforeLeaving asks={() => isDirty && !isSubmitting && !isSubmitSuccessful} />;
};
