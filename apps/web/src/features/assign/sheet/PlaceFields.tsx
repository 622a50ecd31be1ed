import { Autocomplete, Group, TextInput } from '@mantine/core';
import type { UseFormReturnType } from '@mantine/form';
import { LONGEST_UNIT } from '@oakbell/core/outline';
import type { Terms } from './terms.ts';

interface Props {
  readonly form: UseFormReturnType<Terms>;
  /** As it stands. */
  readonly unit: string;
  /** The units that there are. */
  readonly names: readonly string[];
}

/** Where it stands on the class page. */
export function PlaceFields({ form, unit, names }: Props) {
  return (
    <Group align="start">
      <Autocomplete
        label="Unit of the class page"
        description="A new name makes a new unit."
        maxLength={LONGEST_UNIT}
        data={[...names]}
        value={unit}
        onChange={(name) => form.setFieldValue('unit', name)}
      />
      <TextInput
        label="For which day"
        description="Empty: for the whole unit."
        type="date"
        {...form.getInputProps('day')}
      />
    </Group>
  );
}
