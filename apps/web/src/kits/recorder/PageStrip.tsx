import { Button, Text } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import type { RoomPage } from './roomProps.ts';
import classes from './Room.module.css';

interface Props {
  readonly pages: readonly RoomPage[];
  readonly at: number;
  readonly onTurn: (page: string) => void;
  readonly onAddBoard?: () => void;
}

/** The cues of the page that is up, and all pages to jump to. */
export function PageStrip({ pages, at, onTurn, onAddBoard }: Props) {
  const cues = pages[at]?.cues ?? '';
  return (
    <>
      {cues !== '' && (
        <section className={classes.cues} aria-label="Cues">
          <Text size="sm" className={classes.asideTitle}>
            Cues, only for you
          </Text>
          <Text style={{ whiteSpace: 'pre-wrap' }}>{cues}</Text>
        </section>
      )}
      <Text size="sm" className={classes.asideTitle}>
        Pages
      </Text>
      <ol className={classes.strip}>
        {pages.map(({ page, small, name }, i) => (
          <li key={page.id}>
            <button
              type="button"
              className={classes.stripPage}
              aria-current={i === at ? 'page' : undefined}
              onClick={() => onTurn(page.id)}
            >
              <span className={classes.stripPicture}>{small && <img src={small} alt="" loading="lazy" />}</span>
              <span>
                {name}
                {i === at ? ' · up now' : i === at + 1 ? ' · next' : ''}
              </span>
            </button>
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
    </>
  );
}
