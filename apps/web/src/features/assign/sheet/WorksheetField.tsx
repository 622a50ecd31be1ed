import {
  Button,
  Checkbox,
  FileButton,
  Group,
  Input,
  Menu,
  Modal,
  NumberInput,
  Progress,
  Stack,
  Text,
} from '@mantine/core';
import { pictureKey } from '@oakbell/core/media';
import { MOST_SHEET_PAGES } from '@oakbell/core/worksheets';
import { useId, useState } from 'react';
import { BACKDROPS } from '../../../kits/backdrops/index.ts';
import { PagePicture } from '../../../kits/stage/index.ts';
import { corePage, mediaAddress, pictureAt, pictureOf, type Lesson } from '../../../shared/api/index.ts';
import { DialogFoot, ProblemNote } from '../../../shared/ui/index.ts';
import classes from '../Assign.module.css';
import type { Worksheet } from './useWorksheet.ts';

/** Pages that each learner writes on: pages of the lesson, a PDF or boards. */
export function WorksheetField({ lesson, worksheet }: { readonly lesson: Lesson; readonly worksheet: Worksheet }) {
  const label = useId();
  const [picking, setPicking] = useState(false);
  const [boards, setBoards] = useState<number | string>(1);
  const { id, pages, importing, busy, failure } = worksheet;
  const count = Number(boards) >= 1 ? Number(boards) : 1;
  return (
    <Stack gap={4} role="group" aria-labelledby={label}>
      <Input.Label component="div" id={label}>
        Worksheet
      </Input.Label>
      {id === null ? (
        <>
          <Text size="sm" c="dimmed">
            Each learner writes on pages of their own, by pen or by keys. It is saved as they write, and you may look
            on.
          </Text>
          <Group>
            <Button variant="default" onClick={() => setPicking(true)} disabled={busy || lesson.pages.length === 0}>
              Pages of this lesson …
            </Button>
            <FileButton
              multiple
              accept=".pdf,image/*"
              inputProps={{ 'aria-label': 'PDF or pictures for the worksheet' }}
              onChange={(files) => files.length > 0 && worksheet.make({ files })}
            >
              {(props) => (
                <Button {...props} variant="default" loading={busy}>
                  A PDF or pictures …
                </Button>
              )}
            </FileButton>
            <Menu withinPortal>
              <Menu.Target>
                <Button variant="default" disabled={busy}>
                  Boards …
                </Button>
              </Menu.Target>
              <Menu.Dropdown>
                <NumberInput
                  label="How many"
                  min={1}
                  max={MOST_SHEET_PAGES}
                  allowDecimal={false}
                  clampBehavior="strict"
                  px="xs"
                  pb="xs"
                  value={boards}
                  onChange={setBoards}
                />
                {BACKDROPS.map(({ kind, name, first }) => (
                  <Menu.Item key={kind} onClick={() => worksheet.make({ backdrop: first, count })}>
                    {name}
                  </Menu.Item>
                ))}
              </Menu.Dropdown>
            </Menu>
          </Group>
        </>
      ) : (
        <>
          <ul className={classes.pages} aria-label="Pages of the worksheet">
            {pages.map((page, i) => (
              <li key={page.id}>
                <span role="img" aria-label={`Page ${i + 1}`}>
                  <PagePicture
                    page={corePage(page)}
                    small={page.smallPicture && mediaAddress(pictureKey(page.smallPicture))}
                    pictureAddress={pictureAt}
                    widthPx={240}
                  />
                </span>
              </li>
            ))}
          </ul>
          <Group>
            <Text size="sm" role="status">
              {busy ? 'Drawing the pages' : pages.length === 1 ? 'One page' : `${pages.length} pages`}
            </Text>
            <Button variant="default" size="compact-sm" onClick={worksheet.leaveOut}>
              Leave the worksheet out
            </Button>
          </Group>
          {importing?.state === 'failed' && <Text role="alert">{importing.failureText}</Text>}
          {busy && importing && <Progress value={importing.progress * 100} aria-label="Pages drawn" />}
        </>
      )}
      <ProblemNote failure={failure} />
      {picking && (
        <PickLessonPages
          lesson={lesson}
          onClose={() => setPicking(false)}
          onPick={(pageIds) => {
            setPicking(false);
            worksheet.make({ lessonId: lesson.id, pageIds });
          }}
        />
      )}
    </Stack>
  );
}

interface PickProps {
  readonly lesson: Lesson;
  readonly onClose: () => void;
  readonly onPick: (pageIds: readonly string[]) => void;
}

/** The slides and boards of a lesson; those that are ticked become pages of the worksheet, as they are now. */
function PickLessonPages({ lesson, onClose, onPick }: PickProps) {
  const usable = lesson.pages.filter(({ kind }) => kind === 'slide' || kind === 'board');
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const tooMany = chosen.length > MOST_SHEET_PAGES;
  return (
    <Modal opened onClose={onClose} title="Which pages do learners write on?" size="lg">
      <Stack>
        <ul className={classes.pages}>
          {usable.map((page) => {
            const name = `Page ${1 + lesson.pages.indexOf(page)}`;
            return (
              <li key={page.id}>
                <Checkbox
                  label={name}
                  checked={chosen.includes(page.id)}
                  onChange={({ currentTarget: { checked } }) =>
                    setChosen((before) => (checked ? [...before, page.id] : before.filter((one) => one !== page.id)))
                  }
                />
                <span>
                  <PagePicture
                    page={corePage(page)}
                    small={page.smallPicture && pictureOf(lesson.id)(page.smallPicture)}
                    pictureAddress={pictureOf(lesson.id)}
                    widthPx={240}
                  />
                </span>
              </li>
            );
          })}
        </ul>
        {tooMany && <Text role="alert">A worksheet can have {MOST_SHEET_PAGES} pages.</Text>}
        <DialogFoot onClose={onClose}>
          <Button disabled={chosen.length === 0 || tooMany} onClick={() => onPick(chosen)}>
            Make the worksheet
          </Button>
        </DialogFoot>
      </Stack>
    </Modal>
  );
}
