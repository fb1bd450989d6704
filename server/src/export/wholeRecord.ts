/** Tables that hold facts, in the order in which one rests on the other, each with what its rows are told apart by. What is computed from them is not carried. */
export const FACT_TABLES = [
  { table: 'fleet', key: 'fleet_id' },
  { table: 'yard', key: 'fleet_id, yard_id' },
  { table: 'person', key: 'fleet_id, person_id' },
  { table: 'person_name', key: 'fleet_id, name, person_id' },
  { table: 'person_role', key: 'fleet_id, person_id, from_at' },
  { table: 'instrument', key: 'fleet_id, instrument_id' },
  { table: 'import_run', key: 'fleet_id, import_id' },
  { table: 'import_mapping', key: 'fleet_id, kind, header' },
  { table: 'unit', key: 'fleet_id, unit_id' },
  { table: 'unit_picture', key: 'fleet_id, unit_id' },
  { table: 'battery', key: 'fleet_id, battery_id' },
  { table: 'battery_placement', key: 'fleet_id, placement_id' },
  { table: 'part_stay', key: 'fleet_id, part_id' },
  { table: 'bench_reading', key: 'fleet_id, reading_id' },
  { table: 'typed_night', key: 'fleet_id, yard_id, night' },
  { table: 'visit', key: 'fleet_id, visit_id' },
  { table: 'reading', key: 'fleet_id, reading_id' },
  { table: 'visit_event', key: 'fleet_id, event_id' },
  { table: 'visit_picture', key: 'fleet_id, event_id' },
  { table: 'visit_trace', key: 'fleet_id, event_id' },
  { table: 'signed_judgement', key: 'fleet_id, visit_id, event_id' },
  { table: 'entry_doubt', key: 'fleet_id, entry_id' },
  { table: 'change_entry', key: 'fleet_id, entry_id' },
] as const;

export const WHOLE_FORMAT = 'vaktman-record';
export const WHOLE_VERSION = 1;

/** The first line of a whole record: what follows, and how much of it. */
export interface WholeManifest {
  readonly format: typeof WHOLE_FORMAT;
  readonly version: typeof WHOLE_VERSION;
  readonly made: string;
  readonly tables: Readonly<Record<string, { readonly rows: number; readonly columns: readonly string[] }>>;
}
