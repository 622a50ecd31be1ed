import { Text } from '@mantine/core';
import { LARGEST_FILE } from '@oakbell/core/media';
import {
  IconArrowDown,
  IconArrowUp,
  IconFile,
  IconMusic,
  IconRotateClockwise2,
  IconVideo,
  IconX,
} from '@tabler/icons-react';
import { useEffect, useState } from 'react';
import { IconAction, sizeText } from '../../../shared/ui/index.ts';
import { canBeTurned, isShown, isTooLarge, moved, turned, type Chosen } from './chosen.ts';
import classes from './Giving.module.css';

/** Here with what shows them: it is there when they are sent, whatever becomes of the line. */
export { turnedFiles } from './turnedFiles.ts';

interface Props {
  readonly chosen: readonly Chosen[];
  readonly onChange: (chosen: readonly Chosen[]) => void;
  readonly busy: boolean;
}

/** What is to be handed in, before it is: in its order, to be turned, moved and left out. */
export function ChosenFiles({ chosen, onChange, busy }: Props) {
  return (
    <ol className={classes.chosen} aria-label="Chosen to hand in">
      {chosen.map((one, i) => (
        <li key={one.id} className={classes.file}>
          <Picture chosen={one} />
          <span className={classes.name}>
            <bdi>{one.file.name}</bdi>
            <Text size="sm" c="dimmed" component="span">
              {sizeText(one.file.size)}
            </Text>
            {isTooLarge(one) && (
              <Text size="sm" component="span" role="alert">
                Too large: a file can be {sizeText(LARGEST_FILE)}. Leave it out, or make it shorter.
              </Text>
            )}
          </span>
          <span className={classes.acts}>
            {canBeTurned(one) && (
              <IconAction
                label={`Turn ${one.file.name}`}
                disabled={busy}
                onClick={() => onChange(turned(chosen, one.id))}
              >
                <IconRotateClockwise2 />
              </IconAction>
            )}
            {chosen.length > 1 && (
              <>
                <IconAction
                  label={`Move ${one.file.name} up`}
                  disabled={busy || i === 0}
                  onClick={() => onChange(moved(chosen, one.id, -1))}
                >
                  <IconArrowUp />
                </IconAction>
                <IconAction
                  label={`Move ${one.file.name} down`}
                  disabled={busy || i === chosen.length - 1}
                  onClick={() => onChange(moved(chosen, one.id, 1))}
                >
                  <IconArrowDown />
                </IconAction>
              </>
            )}
            <IconAction
              label={`Leave out ${one.file.name}`}
              disabled={busy}
              onClick={() => onChange(chosen.filter((other) => other !== one))}
            >
              <IconX />
            </IconAction>
          </span>
        </li>
      ))}
    </ol>
  );
}

function Picture({ chosen }: { readonly chosen: Chosen }) {
  const { file, turns } = chosen;
  const [address, setAddress] = useState<string | null>(null);
  const isPicture = isShown(chosen);
  useEffect(() => {
    if (!isPicture) return;
    const made = URL.createObjectURL(file);
    setAddress(made);
    return () => URL.revokeObjectURL(made);
  }, [file, isPicture]);
  return (
    <span className={classes.picture}>
      {address ? (
        <img src={address} alt="" style={{ transform: `rotate(${turns * 90}deg)` }} />
      ) : (
        !isPicture && <KindIcon type={file.type} />
      )}
    </span>
  );
}

function KindIcon({ type }: { readonly type: string }) {
  const Icon = type.startsWith('audio/') ? IconMusic : type.startsWith('video/') ? IconVideo : IconFile;
  return <Icon size={32} aria-hidden />;
}
