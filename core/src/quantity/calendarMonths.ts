export const addMonths = (date: string, months: number): string => {
  const [year, month, day] = date.split('-').map(Number) as [number, number, number];
  const count = year * 12 + month - 1 + months;
  const targetYear = Math.floor(count / 12);
  const targetMonth = (count % 12) + 1;
  const lastDay = new Date(Date.UTC(targetYear, targetMonth, 0)).getUTCDate();
  const two = (part: number): string => String(part).padStart(2, '0');
  return `${targetYear}-${two(targetMonth)}-${two(Math.min(day, lastDay))}`;
};

/** Whole calendar months from a date to an instant, by the calendar of Greenwich. */
export const monthsBetween = (from: string, to: Date): number => {
  const start = new Date(`${from}T00:00:00Z`);
  return (
    (to.getUTCFullYear() - start.getUTCFullYear()) * 12 +
    to.getUTCMonth() -
    start.getUTCMonth() -
    (to.getUTCDate() < start.getUTCDate() ? 1 : 0)
  );
};
