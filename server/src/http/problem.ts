import type { Problem } from '@vaktman/core';
import type { ProblemDetails } from '@vaktman/contract';
import type { Context } from 'hono';
import type { ContentfulStatusCode } from 'hono/utils/http-status';

/** An error made for the client: everything in it may be shown. */
export class ClientError extends Error {
  readonly sameBattery: ProblemDetails['sameBattery'];
  constructor(
    readonly status: ContentfulStatusCode,
    readonly title: string,
    readonly problems: readonly Problem[] = [],
    options?: ErrorOptions & { readonly sameBattery?: ProblemDetails['sameBattery'] },
  ) {
    super(title, options);
    this.name = 'ClientError';
    this.sameBattery = options?.sameBattery;
  }
}

export const notFound = (what: string): ClientError => new ClientError(404, `${what} is not known here.`);

/** Answers with problem details as RFC 9457 has them. */
export const problemAnswer = (
  c: Context,
  status: ContentfulStatusCode,
  title: string,
  problems: readonly Problem[] = [],
  sameBattery?: ProblemDetails['sameBattery'],
): Response => {
  const body: ProblemDetails = {
    type: 'about:blank',
    title,
    status,
    ...(problems.length > 0 ? { problems: [...problems] } : {}),
    ...(sameBattery === undefined ? {} : { sameBattery }),
  };
  return c.body(JSON.stringify(body), status, { 'content-type': 'application/problem+json' });
};
