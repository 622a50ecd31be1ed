import { Button, Modal, NativeSelect, TextInput } from '@mantine/core';
import { useState, type FormEvent } from 'react';
import { DialogFoot, ProblemNote } from '../ui/index.ts';

interface Field<K extends string> {
  readonly name: K;
  readonly label: string;
  readonly description?: string;
  readonly now?: string;
  readonly max: number;
  /** May stay empty. */
  readonly optional?: boolean;
  /** One of these is chosen, where it is not typed. */
  readonly among?: readonly { readonly value: string; readonly label: string }[];
  /** A name to sign in with is no word: nothing makes its first letter large. */
  readonly plain?: boolean;
}
interface Props<K extends string> {
  readonly title: string;
  /** What the button does, in words. */
  readonly action: string;
  readonly fields: readonly Field<K>[];
  /** Refused with what went wrong: what was typed stays. */
  readonly onSave: (values: Readonly<Record<K, string>>) => Promise<unknown>;
  readonly onClose: () => void;
}

/** A few lines of text that are typed and saved together. */
export function FieldsDialog<K extends string>({ title, action, fields, onSave, onClose }: Props<K>) {
  const [values, setValues] = useState(
    () => Object.fromEntries(fields.map(({ name, now = '' }) => [name, now])) as Record<K, string>,
  );
  const [failure, setFailure] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const isFilled = fields.every(({ name, optional }) => optional || values[name].trim() !== '');
  const save = (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setFailure(null);
    const trimmed = Object.fromEntries(fields.map(({ name }) => [name, values[name].trim()])) as Record<K, string>;
    onSave(trimmed)
      .then(onClose, setFailure)
      .finally(() => setBusy(false));
  };
  return (
    <Modal opened onClose={onClose} title={title}>
      <form onSubmit={save}>
        {fields.map(({ name, label, description, max, plain, among }, i) =>
          among ? (
            <NativeSelect
              key={name}
              mb="sm"
              label={label}
              description={description}
              data={[...among]}
              value={values[name]}
              onChange={({ currentTarget: { value } }) => setValues((before) => ({ ...before, [name]: value }))}
            />
          ) : (
            <TextInput
              key={name}
              {...(i === 0 ? { 'data-autofocus': true } : {})}
              mb="sm"
              label={label}
              description={description}
              maxLength={max}
              autoCapitalize={plain ? 'none' : undefined}
              value={values[name]}
              onChange={({ currentTarget: { value } }) => setValues((before) => ({ ...before, [name]: value }))}
            />
          ),
        )}
        <ProblemNote failure={failure} />
        <DialogFoot onClose={onClose}>
          <Button type="submit" loading={busy} disabled={!isFilled}>
            {action}
          </Button>
        </DialogFoot>
      </form>
    </Modal>
  );
}
