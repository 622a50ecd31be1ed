import { Text } from '@mantine/core';
import { RichTextEditor } from '@mantine/tiptap';
import '@mantine/tiptap/styles.layer.css';
import { useEditor } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { useEffect, useId, useRef } from 'react';
import classes from './Pages.module.css';

interface Props {
  readonly html: string;
  /** With every letter typed. */
  readonly onWords: (text: string) => void;
  readonly onSave: (html: string) => void;
}
/** Cues are saved when nothing was typed for so long, and when the field is left, in ms. */
const REST_MS = 900;

/** Private notes on a page: paragraphs, lists, words that stand out. */
export function CuesEditor({ html, onWords, onSave }: Props) {
  const label = useId();
  const saved = useRef(html);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const latest = useRef({ onWords, onSave });
  useEffect(() => {
    latest.current = { onWords, onSave };
  });
  const editor = useEditor({
    extensions: [
      StarterKit.configure({
        heading: { levels: [3] },
        link: false,
        code: false,
        codeBlock: false,
        blockquote: false,
        horizontalRule: false,
      }),
    ],
    content: html,
    shouldRerenderOnTransaction: false,
    editorProps: { attributes: { 'aria-labelledby': label, role: 'textbox', 'aria-multiline': 'true' } },
    onUpdate: ({ editor: now }) => {
      latest.current.onWords(now.getText());
      clearTimeout(timer.current);
      timer.current = setTimeout(() => save(now.getHTML()), REST_MS);
    },
    onBlur: ({ editor: now }) => save(now.getHTML()),
  });
  const save = (now: string) => {
    clearTimeout(timer.current);
    const text = now === '<p></p>' ? '' : now;
    if (text === saved.current) return;
    saved.current = text;
    latest.current.onSave(text);
  };
  useEffect(() => () => clearTimeout(timer.current), []);
  return (
    <div>
      <Text fw={500} id={label}>
        Cues
      </Text>
      <Text size="sm" c="dimmed" mb={4}>
        Only you see them, also while recording.
      </Text>
      <RichTextEditor editor={editor} className={classes.cues}>
        <RichTextEditor.Toolbar>
          <RichTextEditor.ControlsGroup>
            <RichTextEditor.Bold />
            <RichTextEditor.Italic />
            <RichTextEditor.Underline />
            <RichTextEditor.BulletList />
            <RichTextEditor.OrderedList />
          </RichTextEditor.ControlsGroup>
        </RichTextEditor.Toolbar>
        <RichTextEditor.Content />
      </RichTextEditor>
    </div>
  );
}
