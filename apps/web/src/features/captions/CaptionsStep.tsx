import { Button, Menu } from '@mantine/core';
import { cuesOf, subRip, transcript, webVtt, type Cue } from '@oakbell/core/captions';
import { timeText } from '@oakbell/core/clock';
import { Link, useParams } from 'react-router';
import { CaptionDesk, useCaptionRows } from '../../kits/captions/index.ts';
import { useLesson, type Lesson } from '../../shared/api/index.ts';
import { Empty, PageTitle, saveText, Show } from '../../shared/ui/index.ts';

/** What is said in a lesson, typed by hand; then it is published with it. */
export function CaptionsStep() {
  const { lesson: id = '' } = useParams();
  const lesson = useLesson(id);
  return (
    <Show of={lesson} what="Opening the captions">
      {(data) => (
        <>
          <PageTitle>{`Captions · ${data.title}`}</PageTitle>
          {data.edits.segments.length === 0 ? (
            <div className="ob-page">
              <Empty
                title="Nothing is recorded yet"
                action={
                  <Button component={Link} to={`/lessons/${id}/record`}>
                    Record it
                  </Button>
                }
              >
                Captions are typed for what was said.
              </Empty>
            </div>
          ) : (
            <CaptionDesk lesson={data} foot={<Foot lesson={data} />} />
          )}
        </>
      )}
    </Show>
  );
}

function Foot({ lesson }: { readonly lesson: Lesson }) {
  const { rows } = useCaptionRows(lesson);
  const cues = cuesOf(
    lesson.edits,
    (rows ?? []).flatMap(({ isTyped, line }) => (isTyped ? line : [])),
  );
  return (
    <>
      <Button component={Link} to={`/lessons/${lesson.id}/assign`}>
        Publish with them
      </Button>
      <Button component={Link} to={`/lessons/${lesson.id}/polish`} variant="default">
        Back to Polish
      </Button>
      {cues.length > 0 && (
        <Menu>
          <Menu.Target>
            <Button variant="default">Save as a file</Button>
          </Menu.Target>
          <Menu.Dropdown>
            {FORMATS.map(({ name, ending, text }) => (
              <Menu.Item key={ending} onClick={() => saveText(`${lesson.title}.${ending}`, text(cues))}>
                {name}
              </Menu.Item>
            ))}
          </Menu.Dropdown>
        </Menu>
      )}
    </>
  );
}

const FORMATS = [
  { name: 'Captions as WebVTT', ending: 'vtt', text: webVtt },
  { name: 'Captions as SubRip', ending: 'srt', text: subRip },
  { name: 'Text to be read', ending: 'txt', text: asText },
] as const;

function asText(cues: readonly Cue[]): string {
  return transcript(cues)
    .map(({ at, text }) => `${timeText(at)}  ${text}\n`)
    .join('\n');
}
