import { Button } from '@mantine/core';
import { nextStep } from '@oakbell/core/assigning';
import { IconArrowRight } from '@tabler/icons-react';
import { Link } from 'react-router';
import type { Api } from '../../shared/api/index.ts';
import classes from './Watch.module.css';

/** Where what is handed in stands on the page. */
export const HAND_IN = 'hand-in';

/** The one next thing after a lesson of this work, from 0. What a teacher links to stands beside it. */
export function NextStep({ item, at }: { readonly item: Api['DeskWorkDto']; readonly at: number }) {
  const link = linkIn(item.instructions);
  const step = nextStep(item, at);
  const [to, words] = step.kind === 'lesson' ? lessonStep(item, step.index) : stepOf(item, step.kind);
  return (
    <>
      <Button
        component={Link}
        to={to}
        replace={step.kind === 'lesson'}
        classNames={{ root: classes.next ?? '', label: classes.nextLabel ?? '' }}
        variant={step.kind === 'done' ? 'default' : 'filled'}
        rightSection={<IconArrowRight size={20} aria-hidden />}
        {...(to.startsWith('#') ? { onClick: () => document.getElementById(HAND_IN)?.focus() } : {})}
      >
        {words}
      </Button>
      {link && (
        <Button component="a" href={link.href} target="_blank" rel="noreferrer" variant="default">
          {`Open ${link.words}`}
        </Button>
      )}
    </>
  );
}

const lessonStep = ({ lessons }: Api['DeskWorkDto'], index: number) =>
  [`?lesson=${index + 1}`, `Next: ${lessons[index]?.title ?? ''}`] as const;

function stepOf(
  { assignmentId: id }: Api['DeskWorkDto'],
  kind: Exclude<ReturnType<typeof nextStep>['kind'], 'lesson'>,
): readonly [to: string, words: string] {
  switch (kind) {
    case 'feedback':
      return [`/feedback/${id}`, 'Hear the feedback'];
    case 'write':
      return [`/worksheet/${id}`, 'Write on the worksheet'];
    case 'write-on':
      return [`/worksheet/${id}`, 'Go on with the worksheet'];
    case 'answer':
      return [`/answer/${id}`, 'Record your answer'];
    case 'make':
      return [`/answer/${id}`, 'Make your small lesson'];
    case 'hand-in':
      return [`#${HAND_IN}`, 'Hand something in'];
    case 'done':
      return ['/desk', 'Back to your desk'];
  }
}

/** The first link in what is to be done. */
function linkIn(html: string): { readonly href: string; readonly words: string } | null {
  if (!html.includes('<a ')) return null;
  const found = new DOMParser().parseFromString(html, 'text/html').querySelector<HTMLAnchorElement>('a[href]');
  return found ? { href: found.href, words: found.textContent ?? found.href } : null;
}
