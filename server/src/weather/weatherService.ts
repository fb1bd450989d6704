import { placeForecastSchema, type Night } from '@vaktman/contract';

const PATIENCE_MS = 3000;
/** A forecast changes a few times a day; it is asked for again after this. */
const FRESH_MS = 10 * 60_000;

/** Asks the weather service for the coming nights of a place. @throws when it does not answer as documented */
const askService = async (serviceUrl: string, place: string): Promise<readonly Night[]> => {
  const url = new URL('/nights', serviceUrl);
  url.searchParams.set('place', place);
  const answer = await fetch(url, { signal: AbortSignal.timeout(PATIENCE_MS), redirect: 'error' });
  if (!answer.ok) throw new Error(`answered ${answer.status}`);
  return placeForecastSchema.parse(await answer.json()).nights;
};

/** The weather service, asked for a place no oftener than its forecast changes. */
export class WeatherService {
  readonly #url: string | null;
  readonly #kept = new Map<string, { readonly at: number; readonly nights: readonly Night[] }>();

  /** @param url address of the service; null when there is none */
  constructor(url: string | null) {
    this.#url = url;
  }

  /** The coming nights of a place. @throws when there is no service, or it does not answer as documented */
  async nightsOf(place: string): Promise<readonly Night[]> {
    const known = this.#kept.get(place);
    if (known !== undefined && Date.now() - known.at < FRESH_MS) return known.nights;
    if (this.#url === null) throw new Error('no weather service is set');
    const nights = await askService(this.#url, place);
    this.#kept.set(place, { at: Date.now(), nights });
    return nights;
  }
}
