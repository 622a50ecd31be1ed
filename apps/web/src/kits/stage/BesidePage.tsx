import { fromMillis, timeText } from '@oakbell/core/clock';
import { clipKey } from '@oakbell/core/media';
import { mediaAddress, type Api } from '../../shared/api/index.ts';
import { sizeText } from '../../shared/ui/index.ts';
import classes from './Stage.module.css';

type Page = Api['ShownPageDto'];
interface Props {
  readonly page: Page;
  /** Which page it is, as people count. */
  readonly number: number;
}

/** What belongs to a page and is no picture: its sound or film, to be played; the file that it stands for, to be saved. */
export function BesidePage({ page: { clip, whole }, number }: Props) {
  if (whole)
    return (
      <a className="ob-link ob-finger" href={mediaAddress(whole.key) ?? ''} download={whole.name}>
        <span>
          Save <bdi>{whole.name}</bdi> ({sizeText(whole.bytes)})
        </span>
      </a>
    );
  if (!clip) return null;
  const address = mediaAddress(clipKey(clip.clip)) ?? '';
  const label = `${clip.moving ? 'Film' : 'Sound'} of page ${number}, ${timeText(fromMillis(clip.lengthMs))}`;
  return clip.moving ? (
    <video className={classes.played} src={address} controls playsInline preload="metadata" aria-label={label} />
  ) : (
    <audio className={classes.played} src={address} controls preload="metadata" aria-label={label} />
  );
}
