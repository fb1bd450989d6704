/** One list to take away: its columns by the heading they get, and the statement that fills them, in that order. */
export interface ExportList {
  readonly title: string;
  readonly headings: readonly string[];
  /** `$1` is the fleet. Moments are the fleet's own clock. */
  readonly sql: string;
}

const STATE = `CASE WHEN b.scrapped_at IS NOT NULL THEN 'scrapped' WHEN b.claimed_at IS NOT NULL THEN 'claimed' WHEN p.unit_id IS NOT NULL THEN 'fitted' ELSE 'store' END`;
const BATTERY_FROM = `battery b
  LEFT JOIN battery_placement p ON p.fleet_id = b.fleet_id AND p.battery_id = b.battery_id AND upper_inf(p.during)
  LEFT JOIN unit u ON u.fleet_id = p.fleet_id AND u.unit_id = p.unit_id
  LEFT JOIN yard y ON y.fleet_id = u.fleet_id AND y.yard_id = u.yard_id
  JOIN fleet f ON f.fleet_id = b.fleet_id`;
const BATTERY_HEADINGS = ['Serial', 'Make', 'Chemistry', 'Duty', 'Rating', 'Standard', 'Capacity Ah', 'Nominal volts'];
const BATTERY_COLUMNS = `b.description ->> 'serial', b.description ->> 'make', b.description ->> 'chemistry', b.description ->> 'duty',
  (b.description -> 'rating' ->> 'value')::float8, b.description -> 'rating' ->> 'standard', (b.description ->> 'capacityAh')::float8,
  coalesce((b.description ->> 'nominalVolts')::int, 12)`;
/** A moment as the fleet's own clock shows it, in the one way every spreadsheet reads. */
const local = (moment: string): string => `to_char(${moment} AT TIME ZONE f.time_zone, 'YYYY-MM-DD HH24:MI')`;
const day = (moment: string): string => `to_char(${moment} AT TIME ZONE f.time_zone, 'YYYY-MM-DD')`;

const OPEN_ACTIONS = `unit u JOIN unit_outlook o USING (fleet_id, unit_id) JOIN yard y USING (fleet_id, yard_id)
  CROSS JOIN LATERAL jsonb_array_elements(o.actions) AS action
  WHERE u.fleet_id = $1 AND u.retired_at IS NULL`;

/** Every list that can be taken away as a table. */
export const EXPORT_LISTS = {
  units: {
    title: 'Units',
    headings: [
      'Unit',
      'Description',
      'Yard',
      'System volts',
      'Arrangement',
      'Plate',
      'Year',
      'Maker',
      'Machine type',
      'Machine class',
      'Answers for it',
      'Note',
      'Engine hours',
      'Odometer km',
      'Meters read on',
      'Method',
      'Last visit',
      'Stands',
      'Due',
      'Left the fleet',
      'Because',
    ],
    sql: `SELECT u.unit_id, u.description, y.name, u.system_volts, u.arrangement, u.card ->> 'plate', (u.card ->> 'year')::int, u.card ->> 'make',
        u.card ->> 'type', u.card ->> 'class', u.card ->> 'answers', u.card ->> 'note', (u.card ->> 'engineHours')::float8,
        (u.card ->> 'odometerKm')::float8, u.card ->> 'metersOn', coalesce(u.method_profile, f.method_profile), ${day('s.started_at')},
        s.disposition, coalesce(o.due_on, s.due_date)::text, ${day('u.retired_at')}, u.retired_because
      FROM unit u JOIN yard y USING (fleet_id, yard_id) JOIN fleet f USING (fleet_id)
        LEFT JOIN unit_standing s USING (fleet_id, unit_id) LEFT JOIN unit_outlook o USING (fleet_id, unit_id)
      WHERE u.fleet_id = $1 ORDER BY u.unit_id`,
  },
  batteries: {
    title: 'Batteries',
    headings: [...BATTERY_HEADINGS, 'Fitted', 'Unit', 'Position', 'Yard', 'State', 'Warranty until', 'Made'],
    sql: `SELECT ${BATTERY_COLUMNS}, coalesce(b.description ->> 'fitted', ${day('lower(p.during)')}), p.unit_id, p.position, y.name, ${STATE},
        b.warranty_until::text, b.made_month
      FROM ${BATTERY_FROM} WHERE b.fleet_id = $1 ORDER BY b.description ->> 'serial', b.battery_id`,
  },
  warranty: {
    title: 'Batteries their maker still stands for',
    headings: ['Warranty until', ...BATTERY_HEADINGS, 'Unit', 'Position', 'Yard', 'State'],
    sql: `SELECT b.warranty_until::text, ${BATTERY_COLUMNS}, p.unit_id, p.position, y.name, ${STATE}
      FROM ${BATTERY_FROM}
      WHERE b.fleet_id = $1 AND b.scrapped_at IS NULL AND b.warranty_until >= (now() AT TIME ZONE f.time_zone)::date
      ORDER BY b.warranty_until, b.description ->> 'serial', b.battery_id`,
  },
  findings: {
    title: 'Open findings',
    headings: ['Unit', 'Description', 'Yard', 'Finding', 'To be done', 'Part', 'Count'],
    sql: `SELECT u.unit_id, u.description, y.name, action ->> 'says', action ->> 'action', action -> 'part' ->> 'name', (action -> 'part' ->> 'count')::int
      FROM ${OPEN_ACTIONS} ORDER BY u.unit_id, action ->> 'finding'`,
  },
  'to-buy': {
    title: 'Parts to buy',
    headings: ['Part', 'Count', 'Units'],
    sql: `SELECT action -> 'part' ->> 'name', sum((action -> 'part' ->> 'count')::int)::int, string_agg(DISTINCT u.unit_id, ' ' ORDER BY u.unit_id)
      FROM ${OPEN_ACTIONS} AND action ? 'part' GROUP BY 1 ORDER BY 2 DESC, 1`,
  },
  due: {
    title: 'Due dates',
    headings: ['Due', 'By', 'Unit', 'Description', 'Yard', 'Stands', 'Last visit', 'What was found'],
    sql: `SELECT coalesce(o.due_on, s.due_date)::text, coalesce(o.due_by, 'date'), u.unit_id, u.description, y.name, s.disposition, ${day('s.started_at')}, s.headline
      FROM unit u JOIN fleet f USING (fleet_id) JOIN yard y USING (fleet_id, yard_id) JOIN unit_standing s USING (fleet_id, unit_id)
        LEFT JOIN unit_outlook o USING (fleet_id, unit_id)
      WHERE u.fleet_id = $1 AND u.retired_at IS NULL AND coalesce(o.due_on, s.due_date) IS NOT NULL ORDER BY 1, 3`,
  },
  visits: {
    title: 'Visits',
    headings: ['Visit', 'Unit', 'Begun', 'Closed', 'Technician', 'Left', 'Findings', 'What was found'],
    sql: `SELECT v.visit_id::text, v.unit_id, ${local('v.started_at')}, ${local('v.closed_at')}, v.technician, v.disposition, v.finding_count, v.headline
      FROM visit_summary v JOIN fleet f USING (fleet_id) WHERE v.fleet_id = $1 ORDER BY v.started_at, v.visit_id`,
  },
  changes: {
    title: 'Who changed what',
    headings: ['At', 'Person', 'Device', 'Thing', 'Which', 'Unit', 'What was done', 'Before', 'After'],
    sql: `SELECT ${local('c.at')}, c.person, c.device, c.thing, c.thing_id, c.unit_id, c.verb, c.before::text, c.after::text
      FROM change_entry c JOIN fleet f USING (fleet_id) WHERE c.fleet_id = $1 ORDER BY c.entry_id`,
  },
} as const satisfies Readonly<Record<string, ExportList>>;
export type ExportListName = keyof typeof EXPORT_LISTS;

export const isExportList = (name: string): name is ExportListName => Object.hasOwn(EXPORT_LISTS, name);
