/** Time zones this browser knows, as options, narrowed down by what was typed. */
export const zonesFor = (search: string): readonly (readonly [string, string])[] => {
  const wanted = search.trim().toLowerCase().replaceAll(' ', '_');
  return Intl.supportedValuesOf('timeZone')
    .filter((zone) => zone.toLowerCase().includes(wanted))
    .slice(0, 60)
    .map((zone) => [zone, zone.replaceAll('_', ' ')] as const);
};

/** The zone this device stands in. */
export const zoneHere = (): string => new Intl.DateTimeFormat().resolvedOptions().timeZone;
