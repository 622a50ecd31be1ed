import { Button, Combobox, Group, Text, Textarea, useCombobox } from '@mantine/core';
import { LONGEST_COMMENT_LINE, offered, withSentence } from '@oakbell/core/marking';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Ref } from 'react';
import { call, client, once, type Api } from '../../shared/api/index.ts';
import { notice, offerUndo, ProblemNote } from '../../shared/ui/index.ts';

type Line = Api['CommentLineDto'];
const LINES_KEY = ['comment-lines'] as const;

interface Props {
  readonly ref?: Ref<HTMLTextAreaElement>;
  readonly value: string;
  readonly onChange: (comment: string) => void;
}

/**
 * A comment, with the teacher's own sentences offered while it is typed: two letters find them, the arrow keys choose and
 * Enter puts one in the place of what was typed.
 */
export function CommentField({ ref, value, onChange }: Props) {
  const queries = useQueryClient();
  const list = useCombobox({ onDropdownClose: () => list.resetSelectedOption() });
  const lines = useQuery({ queryKey: LINES_KEY, queryFn: () => call(client.GET('/api/comment-lines')) });
  const refresh = () => queries.invalidateQueries({ queryKey: LINES_KEY });
  const found = offered(lines.data ?? [], value);
  const use = (id: string) => {
    const line = found.find((one) => one.id === id);
    if (!line) return;
    onChange(withSentence(value, line.text));
    list.closeDropdown();
    // That it was used is counted another time where it cannot be told now.
    void once((header) => call(client.POST('/api/comment-lines/{id}/uses', { params: { path: { id }, header } }))).then(
      refresh,
      () => undefined,
    );
  };
  return (
    <Combobox store={list} onOptionSubmit={use} withinPortal>
      <Combobox.Target withExpandedAttribute>
        <Textarea
          ref={ref}
          label="Comment"
          autosize
          minRows={2}
          maxRows={8}
          maxLength={4000}
          value={value}
          onChange={(event) => {
            onChange(event.currentTarget.value);
            list.openDropdown();
            list.updateSelectedOptionIndex();
          }}
          onBlur={() => list.closeDropdown()}
          onKeyDown={(event) => {
            if (event.key !== 'Escape') return;
            if (list.dropdownOpened && found.length > 0) list.closeDropdown();
            else event.currentTarget.blur();
          }}
        />
      </Combobox.Target>
      <Combobox.Dropdown hidden={found.length === 0}>
        <Combobox.Options aria-label="Your sentences">
          {found.map(({ id, text, uses }) => (
            <Combobox.Option key={id} value={id}>
              {text}
              <Text span size="sm" c="dimmed">
                {uses === 0 ? '' : ` · used ${uses === 1 ? 'once' : `${uses} times`}`}
              </Text>
            </Combobox.Option>
          ))}
        </Combobox.Options>
      </Combobox.Dropdown>
    </Combobox>
  );
}

interface ActsProps {
  readonly value: string;
  /** Writes words on the page, where the pen was last; none where no page is written on. */
  readonly onPage?: (text: string) => void;
}

/** What can be done with a comment besides: kept for other comments, or written on the page. */
export function CommentActs({ value, onPage }: ActsProps) {
  const queries = useQueryClient();
  const lines = useQuery({ queryKey: LINES_KEY, queryFn: () => call(client.GET('/api/comment-lines')) });
  const refresh = () => queries.invalidateQueries({ queryKey: LINES_KEY });
  const remove = useMutation({
    mutationFn: ({ id }: Line) => call(client.DELETE('/api/comment-lines/{id}', { params: { path: { id } } })),
    onSuccess: (_, { text }) =>
      offerUndo('The sentence is out of your bank.', () =>
        call(client.POST('/api/comment-lines', { body: { text } })).then(refresh),
      ),
    onSettled: refresh,
  });
  const keep = useMutation({
    mutationFn: (text: string) =>
      once((header) => call(client.POST('/api/comment-lines', { params: { header }, body: { text } }))),
    onSuccess: ({ text }) => notice({ message: `Kept. The next time two letters of it find “${text}”.` }),
    onSettled: refresh,
  });
  const said = value.trim();
  const own = lines.data?.find(({ text }) => text === said);
  if (said === '') return null;
  return (
    <>
      <Group gap={6} mt={6}>
        {own ? (
          <Button size="compact-sm" variant="subtle" color="oak" onClick={() => remove.mutate(own)}>
            Take it out of the bank
          </Button>
        ) : (
          said.length <= LONGEST_COMMENT_LINE && (
            <Button size="compact-sm" variant="subtle" color="oak" onClick={() => keep.mutate(said)}>
              Keep for other comments
            </Button>
          )
        )}
        {onPage && (
          <Button size="compact-sm" variant="subtle" color="oak" onClick={() => onPage(said)}>
            Write it on the page
          </Button>
        )}
      </Group>
      <ProblemNote failure={keep.error ?? remove.error} />
    </>
  );
}
