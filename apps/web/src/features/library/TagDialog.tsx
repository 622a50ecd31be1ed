import { Button, Modal, TagsInput, Text } from '@mantine/core';
import { LONGEST_TAG, MOST_TAGS } from '@oakbell/core/library';
import { useState } from 'react';
import type { LibraryRow } from '../../shared/api/index.ts';
import { DialogFoot } from '../../shared/ui/index.ts';
import { useTags, type LibraryChange } from './courses.ts';

interface Props {
  /** What is tagged, in words. */
  readonly what: string;
  readonly lessons: readonly LibraryRow[];
  readonly onTag: (change: LibraryChange) => void;
  readonly onClose: () => void;
}

/** The tags that all of these lessons have: one more for each of them, or one less. */
export function TagDialog({ what, lessons, onTag, onClose }: Props) {
  const known = useTags().data ?? [];
  const [first, ...others] = lessons;
  const shared = (first?.tags ?? []).filter((tag) => others.every((one) => one.tags.includes(tag)));
  const [tags, setTags] = useState<string[]>(shared);
  const [typed, setTyped] = useState('');
  const addTags = tags.filter((tag) => !shared.includes(tag));
  const removeTags = shared.filter((tag) => !tags.includes(tag));
  return (
    <Modal opened onClose={onClose} title={`Tags of ${what}`}>
      <TagsInput
        data-autofocus
        label="Tags"
        description="Type a word and press Enter."
        placeholder={tags.length === 0 ? 'such as year 10, revision' : ''}
        data={known.map(({ tag }) => tag)}
        maxTags={MOST_TAGS}
        value={tags}
        onChange={(now) => setTags(now.map((tag) => tag.slice(0, LONGEST_TAG)))}
        searchValue={typed}
        onSearchChange={setTyped}
        // What is known is offered while a word is typed: it would lie over what comes next otherwise.
        dropdownOpened={typed.trim() !== ''}
        acceptValueOnBlur
      />
      {others.length > 0 && (
        <Text size="sm" c="dimmed" mt="xs">
          These are the tags that all of them have. Others that only some have stay as they are.
        </Text>
      )}
      <DialogFoot onClose={onClose}>
        <Button
          disabled={addTags.length + removeTags.length === 0}
          onClick={() => {
            onTag({ ...(addTags.length > 0 ? { addTags } : {}), ...(removeTags.length > 0 ? { removeTags } : {}) });
            onClose();
          }}
        >
          Save
        </Button>
      </DialogFoot>
    </Modal>
  );
}
