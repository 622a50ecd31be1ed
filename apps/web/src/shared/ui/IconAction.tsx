import { ActionIcon } from '@mantine/core';
import { useMergedRef } from '@mantine/hooks';
import type { ComponentPropsWithRef, ReactNode } from 'react';
import { useTip } from './useTip.tsx';

interface Props extends Omit<ComponentPropsWithRef<'button'>, 'onClick' | 'color' | 'style'> {
  /** What it does, in words: its name for everyone who does not see the picture. */
  readonly label: string;
  /** The key that does the same. */
  readonly keyText?: string;
  readonly onClick?: ComponentPropsWithRef<'button'>['onClick'] | (() => void);
  readonly pressed?: boolean;
  readonly disabled?: boolean;
  readonly hall?: boolean;
  readonly children: ReactNode;
}

/** A button with a picture; its tooltip names action and key. It can stand as the target of a menu. */
export function IconAction({
  label,
  keyText,
  onClick,
  pressed,
  disabled = false,
  hall = false,
  children,
  ref,
  ...others
}: Props) {
  const { target, tip, on } = useTip<HTMLButtonElement>(keyText ? `${label} (${keyText})` : label);
  const mine = useMergedRef(target, ref);
  return (
    <>
      <ActionIcon
        {...others}
        {...on}
        ref={mine}
        size={44}
        variant={pressed ? 'filled' : 'subtle'}
        color={pressed ? 'oak' : hall ? 'var(--ob-hall-text)' : 'var(--ob-text)'}
        aria-label={label}
        aria-pressed={pressed}
        disabled={disabled}
        style={disabled ? { background: 'none', opacity: 0.45 } : undefined}
        onClick={onClick}
      >
        {children}
      </ActionIcon>
      {tip}
    </>
  );
}
