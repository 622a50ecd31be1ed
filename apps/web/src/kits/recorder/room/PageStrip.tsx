import type { RoomPage } from '../companion/index.ts';
import { Button, Menu, NumberInput, Text } from '@mantine/core';
import { IconAppWindow, IconPlus } from '@tabler/icons-react';
import { useState } from 'react';
import { PagePicture } from '../../stage/index.ts';
import classes from './Room.module.css';

interface Props {
  readonly pages: readonly RoomPage[];
  readonly at: number;
  readonly pictureAddress: (digest: string) => string;
  readonly onTurn: (page: string) => void;
  readonly onAddBoard?: () => void;
  readonly onAddWindow?: () => void;
  /** Records the lesson again from a page of what is there already. */
  readonly onFrom?: (page: string) => void;
}

/** The cues of the page that is up, the next page, and all pages to jump to. */
export function PageStrip({ pages, at, pictureAddress, onTurn, onAddBoard, onAddWindow, onFrom }: Props) {
  const [number, setNumber] = useState<number | string>('');
  const cues = pages[at]?.cues ?? '';
  const next = pages[at + 1];
  const jump = () => {
    const page = typeof number === 'number' ? pages[number - 1] : undefined;
    if (page) onTurn(page.page.id);
    setNumber('');
  };
  return (
    <>
      {cues !== '' && (
        <section className={classes.cues} aria-label="Cues">
          <Text size="sm" className={classes.asideTitle}>
            Cues, only for you
          </Text>
          {/* Cleaned by the server when they were saved: a few tags without attributes. */}
          <div className={classes.cueText} dangerouslySetInnerHTML={{ __html: cues }} />
        </section>
      )}
      {next && (
        <button
          type="button"
          className={classes.nextPage}
          onClick={() => onTurn(next.page.id)}
          aria-label={`Next: ${next.name}`}
        >
          <Text size="sm" className={classes.asideTitle} component="span">
            Next: {next.name}
          </Text>
          <PagePicture page={next.page} small={next.small} pictureAddress={pictureAddress} widthPx={400} />
        </button>
      )}
      <div className={classes.stripHead}>
        <Text size="sm" className={classes.asideTitle}>
          Pages
        </Text>
        {pages.length > 6 && (
          <form
            onSubmit={(event) => {
              event.preventDefault();
              jump();
            }}
          >
            <NumberInput
              aria-label="Go to page"
              placeholder="Go to"
              size="xs"
              w={76}
              hideControls
              min={1}
              max={pages.length}
              value={number}
              onChange={setNumber}
            />
          </form>
        )}
      </div>
      <ol className={classes.strip}>
        {pages.map(({ page, small, name }, i) => (
          <li key={page.id} className={classes.stripLine}>
            <button
              type="button"
              className={classes.stripPage}
              aria-current={i === at ? 'page' : undefined}
              onClick={() => onTurn(page.id)}
            >
              <span className={classes.stripPicture}>
                <PagePicture page={page} small={small} pictureAddress={pictureAddress} widthPx={144} />
              </span>
              <span>
                {name}
                {i === at ? ' · up now' : ''}
              </span>
            </button>
            {onFrom && (
              <Menu position="left" withinPortal>
                <Menu.Target>
                  <Button
                    variant="subtle"
                    color="var(--ob-hall-text)"
                    size="compact-sm"
                    px={6}
                    miw={32}
                    h={32}
                    aria-label={`More for ${name}`}
                  >
                    …
                  </Button>
                </Menu.Target>
                <Menu.Dropdown>
                  <Menu.Item onClick={() => onFrom(page.id)}>Record again from here</Menu.Item>
                </Menu.Dropdown>
              </Menu>
            )}
          </li>
        ))}
      </ol>
      {onAddBoard && (
        <Button
          variant="subtle"
          color="var(--ob-hall-text)"
          size="sm"
          leftSection={<IconPlus size={18} aria-hidden />}
          onClick={onAddBoard}
          aria-keyshortcuts="b"
        >
          Add a board
        </Button>
      )}
      {onAddWindow && (
        <Button
          variant="subtle"
          color="var(--ob-hall-text)"
          size="sm"
          leftSection={<IconAppWindow size={18} aria-hidden />}
          onClick={onAddWindow}
        >
          Add a live window
        </Button>
      )}
    </>
  );
}
