import { Select, type SelectProps } from '@mantine/core';
import { useState } from 'react';

/**
 * A select whose choices are asked of the server as words are typed. Its list is open as long as somebody is in it and
 * there is something to choose: a list that arrives after the last letter is shown all the same.
 */
export function SearchSelect({
  data,
  ...props
}: Omit<SelectProps, 'data' | 'dropdownOpened' | 'onDropdownOpen' | 'onDropdownClose' | 'onBlur'> & {
  readonly data: readonly { readonly value: string; readonly label: string }[];
}) {
  const [wanted, setWanted] = useState(false);
  return (
    <Select
      searchable
      filter={({ options }) => options}
      {...props}
      data={data}
      dropdownOpened={wanted && data.length > 0}
      onDropdownOpen={() => setWanted(true)}
      onDropdownClose={() => setWanted(false)}
      onBlur={() => setWanted(false)}
    />
  );
}
