import { besideField } from '../control/draftForm';

/** What of the form tells where a maker's figure is typed: they are sent by name and typed by line. */
interface TypedLimits {
  readonly makerLimits: readonly { readonly name: string }[];
}

/** Where each path of the unit description is typed in the form. */
const fieldOf = (path: string, form: TypedLimits): string =>
  path
    .replace(/^unit\./, '')
    .replace(/^bank\./, '')
    .replace(/\[(\d+)\]/g, '.$1')
    .replace(/^batteries\.\d+\.nominalVolts$/, 'batteryVolts')
    .replace(/^batteries\.(\d+)\.rating(\.value)?$/, 'batteries.$1.ratingValue')
    .replace(/^batteries\.(\d+)\.rating\.standard$/, 'batteries.$1.ratingStandard')
    .replace(/^cables\.(\w+)\.(areaMm2|awg)$/, 'cables.$1.size')
    .replace(/^engine\./, '')
    .replace(/^takeOff\.positive.*$/, 'takeOffPlus')
    .replace(/^takeOff\.negative.*$/, 'takeOffMinus')
    .replace(/^makerLimits\.drainAmps$/, 'parkedAmps')
    .replace(
      /^makerLimits\.(\w+)$/,
      (_all, name: string) => `makerLimits.${form.makerLimits.findIndex((limit) => limit.name === name)}.value`,
    );

/** What is wrong, by the field it was typed in; the first of each. */
export const errorsByField = (
  problems: readonly { readonly path: string; readonly message: string }[],
  form: TypedLimits,
): Record<string, string> => {
  const errors: Record<string, string> = {};
  for (const { path, message } of problems) errors[fieldOf(path, form)] ??= besideField(message);
  return errors;
};
