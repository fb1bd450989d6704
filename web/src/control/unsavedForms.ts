/** A form that would lose something if it were left now. */
interface Form {
  readonly wouldLose: () => boolean;
}

/** The forms that stand on the page, in the order they came; a page may have many, and one of them asks for all. */
const forms: Form[] = [];
const listeners = new Set<() => void>();
const tell = (): void => {
  for (const listener of listeners) listener();
};

/** Adds a form. @returns takes it away again */
export const addForm = (form: Form): (() => void) => {
  forms.push(form);
  tell();
  return () => {
    forms.splice(forms.indexOf(form), 1);
    tell();
  };
};

export const onFormsChange = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** The form that asks for all. */
export const firstForm = (): Form | undefined => forms[0];

/** True when any form would lose something. */
export const wouldLoseAny = (): boolean => forms.some(({ wouldLose }) => wouldLose());
