import { createServer, type Server } from 'node:http';

/** Lowest of each of the next seven nights down in the valley, °C: a cold spell that comes at the end of the week. */
const SPELL_C = [-4, -6, -8, -10, -13, -16, -12] as const;
/** How much colder it is at a place than in the valley. */
const HEIGHTS: Readonly<Record<string, number>> = { lower: 0, summit: -3 };
const DAY_MS = 86_400_000;

/**
 * A weather service that ships with the product: it always announces the same cold spell from today on. Asked
 * `GET /nights?place=summit`, it answers `{"place": "summit", "nights": [{"date": "2026-11-25", "lowestC": -13}, ...]}`.
 * @param now moment of asking, milliseconds since 1970
 */
export const weatherStandIn = (now: () => number = Date.now): Server =>
  createServer((request, response) => {
    const url = new URL(request.url ?? '/', 'http://weather');
    const place = url.searchParams.get('place') ?? '';
    response.setHeader('content-type', 'application/json');
    if (url.pathname !== '/nights' || place === '') {
      response.writeHead(404).end(JSON.stringify({ error: 'Ask for /nights?place=...' }));
      return;
    }
    const higher = HEIGHTS[place] ?? -3;
    const nights = SPELL_C.map((valleyC, index) => ({
      date: new Date(now() + index * DAY_MS).toISOString().slice(0, 10),
      lowestC: valleyC + higher,
    }));
    response.end(JSON.stringify({ place, nights }));
  });
