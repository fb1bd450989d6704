import { parseDecimal, present, problemsOf } from '@vaktman/core';
import type { FieldErrors, FieldValues, Resolver } from 'react-hook-form';
import type * as z from 'zod';

/** Messages by path of the field, as the form library keeps them: a tree. */
export const errorTree = (messages: Readonly<Record<string, string>>): Record<string, unknown> => {
  const tree: Record<string, unknown> = {};
  for (const [path, message] of Object.entries(messages)) {
    const keys = path.split('.');
    let level = tree;
    for (const key of keys.slice(0, -1)) level = (level[key] ??= {}) as Record<string, unknown>;
    level[present(keys.at(-1))] = { type: 'checked', message };
  }
  return tree;
};

/** A number as typed, for a schema to check: nothing where nothing was typed, the text itself where it is no number. */
export const numberTyped = (text: string): number | string | undefined => {
  if (text.trim() === '') return undefined;
  const value = parseDecimal(text);
  return Number.isNaN(value) ? text.trim() : value;
};

/** A text as typed; nothing where only spaces were. */
export const textTyped = (text: string): string | undefined => (text.trim() === '' ? undefined : text.trim());

/** Leaves out what was not typed: a draft has no empty fields. */
export const withoutEmpty = <T extends object>(draft: T): T =>
  Object.fromEntries(Object.entries(draft).filter(([, value]) => value !== undefined)) as T;

/** What was received stands in the field already; only numbers say it, since they may be written in several ways. */
export const besideField = (message: string): string =>
  message.replace(/^(?!expected -?\d)(.*), received "?.*$/s, '$1');

/**
 * Checks a form by the schema the server checks by.
 * @param draftOf what was typed, as it would be sent
 * @param fieldOf the field of the form that a path of the draft is typed in
 */
export const draftResolver =
  <Typed extends FieldValues, Draft>(
    schema: z.ZodType<Draft>,
    draftOf: (typed: Typed) => unknown,
    fieldOf: (path: string) => string = (path) => path,
  ): Resolver<Typed, unknown, Draft> =>
  (typed) => {
    const draft = draftOf(typed);
    const parsed = schema.safeParse(draft);
    if (parsed.success) return { values: parsed.data, errors: {} };
    const messages: Record<string, string> = {};
    for (const { path, message } of problemsOf(parsed.error, draft)) messages[fieldOf(path)] ??= besideField(message);
    return { values: {}, errors: errorTree(messages) as FieldErrors<Typed> };
  };

/** What is wrong with a form, by the path of the field. */
export const messagesOf = (errors: object, under = ''): Readonly<Record<string, string>> =>
  Object.fromEntries(
    Object.entries(errors).flatMap(([key, own]: [string, unknown]) => {
      if (typeof own !== 'object' || own === null) return [];
      const path = under === '' ? key : `${under}.${key}`;
      return 'message' in own && typeof own.message === 'string'
        ? [[path, own.message] as const]
        : Object.entries(messagesOf(own, path));
    }),
  );

/** By then what is wrong mostly stands beside its fields; on a slow device it is waited for. */
const ONCE_SHOWN_MS = 60;
const SURELY_SHOWN_MS = 5000;
const WRONG_FIELD = '[aria-invalid="true"], [data-invalid] button';

/** Puts the keyboard into the first field of a form that something is wrong with, once that is shown. */
export const focusFirstWrong = (form: HTMLElement): void => {
  // Not from under a hand that presses or types by then: what it types is wrong, too, until it is whole.
  const hand = new AbortController();
  const watch = { signal: hand.signal, capture: true };
  for (const kind of ['pointerdown', 'keydown']) form.addEventListener(kind, () => hand.abort(), watch);
  /** @returns false while nothing is shown to be wrong */
  const lead = (): boolean => {
    if (hand.signal.aborted) return true;
    const wrong = form.querySelector<HTMLElement>(WRONG_FIELD);
    if (wrong === null) return false;
    hand.abort();
    wrong.focus();
    return true;
  };
  setTimeout(() => {
    if (lead()) return;
    const shown = new MutationObserver(() => {
      if (lead()) shown.disconnect();
    });
    shown.observe(form, { subtree: true, childList: true, attributes: true });
    setTimeout(() => {
      shown.disconnect();
      hand.abort();
    }, SURELY_SHOWN_MS);
  }, ONCE_SHOWN_MS);
};
