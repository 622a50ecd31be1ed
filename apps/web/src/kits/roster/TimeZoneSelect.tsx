import { Select, type SelectProps } from '@mantine/core';

/** The time zones that this browser knows, by their IANA names, and UTC. */
const timeZones = (): string[] => [...new Set(['UTC', ...Intl.supportedValuesOf('timeZone')])];

/** The zone of a school, found by a few letters of its name. */
export const TimeZoneSelect = (props: SelectProps) => (
  <Select
    label="Time zone"
    description="Days and times are shown in it, wherever somebody is."
    searchable
    limit={100}
    nothingFoundMessage="No zone is called that"
    allowDeselect={false}
    data={timeZones()}
    {...props}
  />
);
