/** How instants are written in one zone; days are calendar days there. */
export interface Times {
  readonly zone: string;
  /** `27 Nov 2026` */
  readonly day: (instant: string | number) => string;
  /** `27 Nov 2026, 14:05` */
  readonly dayTime: (instant: string | number) => string;
  /** `14:05` */
  readonly clock: (instant: string | number) => string;
  /** `2026-11-27`: the calendar day, as dates are kept. */
  readonly date: (instant: string | number) => string;
  /** `2026-11-27T14:05:09.000+01:00`: the instant with the offset it has there. */
  readonly instant: (instant: string | number) => string;
}

const ms = (instant: string | number): number => (typeof instant === 'number' ? instant : Date.parse(instant));
const two = (value: number): string => String(value).padStart(2, '0');
/** Months as they are written. */
export const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const;

/** A calendar date such as `2026-11-27` as it is read: `27 Nov 2026`. */
export const dateText = (date: string): string => {
  const [year = '', month = '', day = ''] = date.split('-');
  return `${Number(day)} ${MONTHS[Number(month) - 1] ?? month} ${year}`;
};

const made = new Map<string, Times>();

/**
 * Times as a yard says them, whatever zone the device or server is set to.
 * @param zone IANA name, such as `Europe/Oslo`
 * @throws {RangeError} when the zone is not known
 */
export const timesIn = (zone: string): Times => {
  const known = made.get(zone);
  if (known !== undefined) return known;
  const format = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    second: '2-digit',
    hourCycle: 'h23',
  });
  const parts = (instant: string | number): Record<string, string> =>
    Object.fromEntries(format.formatToParts(ms(instant)).map(({ type, value }) => [type, value]));
  const date = (instant: string | number): string => {
    const { year, month, day } = parts(instant);
    return `${year}-${month}-${day}`;
  };
  const clock = (instant: string | number): string => {
    const { hour, minute } = parts(instant);
    return `${hour}:${minute}`;
  };
  const offsetMinutes = (instant: string | number): number => {
    const { year, month, day, hour, minute, second } = parts(instant);
    const there = Date.UTC(Number(year), Number(month) - 1, Number(day), Number(hour), Number(minute), Number(second));
    return Math.round((there - Math.floor(ms(instant) / 1000) * 1000) / 60_000);
  };
  const times: Times = {
    zone,
    date,
    clock,
    day: (instant) => dateText(date(instant)),
    dayTime: (instant) => `${dateText(date(instant))}, ${clock(instant)}`,
    instant: (instant) => {
      const offset = offsetMinutes(instant);
      const there = new Date(ms(instant) + offset * 60_000).toISOString().slice(0, -1);
      const size = Math.abs(offset);
      return `${there}${offset < 0 ? '-' : '+'}${two(Math.floor(size / 60))}:${two(size % 60)}`;
    },
  };
  made.set(zone, times);
  return times;
};
