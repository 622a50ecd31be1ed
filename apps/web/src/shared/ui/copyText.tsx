import { Code } from '@mantine/core';
import { notice } from './notice.tsx';

/** Puts a text where it can be pasted from, and says so; where the browser does not allow that, it shows the text. */
export async function copyText(text: string, done: string): Promise<void> {
  const copied = await (navigator.clipboard?.writeText(text) ?? Promise.reject(new Error('none'))).then(
    () => true,
    () => false,
  );
  notice(copied ? { message: done } : { autoClose: false, title: 'Copy it from here', message: <Code>{text}</Code> });
}
