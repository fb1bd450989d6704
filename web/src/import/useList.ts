import type { ListKind } from '@vaktman/contract';
import type { Battery, ImportAnswer, ImportMap } from '@vaktman/core';
import { useEffect, useEffectEvent, useState } from 'react';
import { v7 } from 'uuid';
import { problemText } from '../api/failure';
import { useOnce } from '../control/useOnce';
import { withoutBatteries } from './drafts';
import { useImportKnownQuery, useKeptMapMutation, useTakeInListMutation } from './importApi';
import { emptyMap, reused, withAnswer, withColumn, type Question } from './importMap';
import { takeInOf } from './listLines';
import { useImport } from './useImport';

/** What somebody has chosen and said of one file. */
interface Chosen {
  readonly file: File;
  readonly importId: string;
  readonly map: ImportMap | null;
  /** True once it is known how the last list with this header was read, or that none was. */
  readonly isRemembered: boolean;
  readonly chemistry: Battery['chemistry'] | null;
  /** True once something was answered here; how the last list was read is nobody's answer to this one. */
  readonly isAnswered: boolean;
}

/** A list on its way in: chosen, read, asked about, taken in. */
export const useList = (kind: ListKind) => {
  const { data: known, error: unknown, refetch } = useImportKnownQuery();
  const [askMap] = useKeptMapMutation();
  const [takeIn] = useTakeInListMutation();
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [added, setAdded] = useState<number | null>(null);
  const [isReused, setReused] = useState(false);
  const state = useImport(kind, chosen?.file ?? null, chosen?.map ?? null, known ?? null);
  const answer = state.kind === 'read' ? state.answer : null;

  const take = (file: File): void => {
    setFailure(null);
    setAdded(null);
    setReused(false);
    setChosen({ file, importId: v7(), map: null, isRemembered: false, chemistry: null, isAnswered: false });
  };
  const say = (map: (own: ImportMap) => ImportMap): void =>
    setChosen((own) =>
      own === null ? null : { ...own, isRemembered: true, isAnswered: true, map: map(own.map ?? emptyMap(kind)) },
    );

  useEffect(() => {
    if (answer === null || chosen === null || chosen.isRemembered) return undefined;
    let current = true;
    void askMap({ kind, map: answer.map }).then(({ data: map }) => {
      if (!current) return;
      setReused(map != null);
      setChosen((own) =>
        own === null || own.isRemembered ? own : { ...own, isRemembered: true, map: map == null ? null : reused(map) },
      );
    });
    return () => {
      current = false;
    };
  }, [answer, chosen, askMap, kind]);

  const [pending, store] = useOnce(async (own: ImportAnswer) => {
    if (chosen === null) return;
    const rest = { importId: chosen.importId, fileName: chosen.file.name, map: own.map };
    const sent = await takeIn(takeInOf(kind, own, chosen.chemistry, rest));
    if (sent.error !== undefined) setFailure(problemText(sent.error));
    else setAdded(own.good);
  });
  // Rows copied in a spreadsheet are pasted anywhere on the sheet but into a field; not while a list is being taken in.
  const paste = useEffectEvent(({ target, clipboardData }: ClipboardEvent): void => {
    const text = clipboardData?.getData('text/plain') ?? '';
    const isField = target instanceof Element && target.closest('input, textarea') !== null;
    if (text.includes('\n') && !isField && !pending) take(new File([text], 'pasted rows'));
  });
  useEffect(() => {
    const listen = (event: ClipboardEvent): void => paste(event);
    document.addEventListener('paste', listen);
    return () => document.removeEventListener('paste', listen);
  }, []);
  return {
    known,
    /** Why it is not known what is on record, which every list is read against; null while nothing is wrong. */
    lacking: known === undefined && unknown !== undefined ? problemText(unknown) : null,
    askKnown: () => void refetch(),
    /** Whether somebody answered what was asked of this list, or said what a column is. */
    isAnswered: added === null && chosen?.isAnswered === true,
    state,
    answer,
    /** False while the file is read anew by what was just said: what is shown is from before. */
    isCurrent: state.kind === 'read' && state.isCurrent,
    file: chosen?.file ?? null,
    chemistry: chosen?.chemistry ?? null,
    isReused,
    failure,
    added,
    pending,
    bare: kind === 'units' && answer !== null ? withoutBatteries(answer) : 0,
    /** Another list is looked at once this one is in, or not. */
    take: (file: File) => (pending ? undefined : take(file)),
    again: () => {
      setChosen(null);
      setAdded(null);
    },
    readAnew: () => {
      setReused(false);
      setChosen((own) => (own === null ? null : { ...own, isAnswered: own.chemistry !== null, map: null }));
    },
    answerTo: (question: Question, choice: string) => say((own) => withAnswer(own, question, choice)),
    setColumn: (column: number, field: string | null) => say((own) => withColumn(own, column, { field })),
    setChemistry: (chemistry: Battery['chemistry']) =>
      setChosen((own) => (own === null ? null : { ...own, isAnswered: true, chemistry })),
    store,
  };
};
export type List = ReturnType<typeof useList>;
