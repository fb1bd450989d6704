import { ClientError } from '../http/problem';

const PAPERS = ['A4', 'LETTER'] as const;
export type Paper = (typeof PAPERS)[number];

/** The paper asked for, A4 when none is. */
export const paperOf = (text: string | undefined): Paper => {
  const paper = PAPERS.find((candidate) => candidate.toLowerCase() === (text ?? 'A4').toLowerCase());
  if (paper === undefined)
    throw new ClientError(422, 'Nothing was printed.', [
      { path: 'paper', message: `expected one of ${PAPERS.join(', ')}, received ${text}` },
    ]);
  return paper;
};
