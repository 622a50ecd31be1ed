import { Button, Text } from '@mantine/core';
import { targetAt, targetOfStep, type Line, type OutlineDay, type Section, type Target } from '@oakbell/core/outline';
import { useState } from 'react';
import { SortingHeading, SortingList } from '../../kits/sorting/index.ts';
import { DayHead } from '../../kits/classpage/index.ts';
import { dayOf, dayText } from '../../shared/ui/index.ts';
import { ItemRow } from './ItemRow.tsx';
import classes from './Outline.module.css';
import { TopicDialog } from './TopicDialog.tsx';
import { UnitHead } from './UnitHead.tsx';
import { linesIn, sectionsIn, type Item, type OutlineActs, type Page } from './useOutline.ts';

interface Props {
  readonly page: Page;
  readonly acts: OutlineActs;
}
/** A day whose topic is said: of no unit, or of one. */
interface Said {
  readonly day: string;
  readonly unitId: string | null;
  readonly topic: string;
}

const keyOf = (line: Line<Item>): string =>
  line.kind === 'item'
    ? line.item.id
    : line.kind === 'unit'
      ? `unit ${line.unit?.id ?? ''}`
      : `day ${line.unitId ?? ''} ${line.day}`;

/** Units, days and what was given: dragged into order by hand or, on the grip, moved with the arrow keys. */
export function OutlineList({ page, acts }: Props) {
  const [told, setTold] = useState('');
  const [saying, setSaying] = useState<Said | null>(null);
  const sections = sectionsIn(page);
  const lines = linesIn(page);
  const keys = lines.map(keyOf);
  const put = (item: Item | undefined, target: Target | null) => {
    if (!item || !target) return;
    acts.move.mutate({ item: item.id, target });
    setTold(`${item.title} is now ${placeText(page, target)}.`);
  };
  const itemAt = (id: string) => page.items.find((item) => item.id === id);
  return (
    <SortingList
      ids={keys}
      nameOf={(id) => itemAt(id)?.title ?? 'It'}
      instructions="Drag, or press the up or down arrow, to move it."
      onDrop={(id, over) => put(itemAt(id), targetAt(lines, id, keys.indexOf(over)))}
    >
      {sections.map((section) => (
        <Unit
          key={section.unit?.id ?? ''}
          section={section}
          page={page}
          acts={acts}
          alone={sections.length === 1}
          onStep={(item, by) => put(item, targetOfStep(lines, item.id, by))}
          onPut={put}
          onSay={setSaying}
        />
      ))}
      <p className="ob-hidden" role="status">
        {told}
      </p>
      {saying && <TopicDialog said={saying} onSave={acts.say} onClose={() => setSaying(null)} />}
    </SortingList>
  );
}

function placeText({ units }: Page, { unitId, day }: Target): string {
  const unit = units.find(({ id }) => id === unitId)?.name;
  return `${unit === undefined ? 'outside the units' : `in ${unit}`}${day === null ? '' : `, on ${dayText(day)}`}`;
}

interface UnitProps extends Props {
  readonly section: Section<Item>;
  /** There is no other. */
  readonly alone: boolean;
  readonly onStep: (item: Item, by: -1 | 1) => void;
  readonly onPut: (item: Item, target: Target) => void;
  readonly onSay: (said: Said) => void;
}

function Unit({ section: { unit, days }, page, acts, alone, onStep, onPut, onSay }: UnitProps) {
  const unitId = unit?.id ?? null;
  const hasHead = unit !== null || !alone;
  return (
    <section className={`ob-card ${classes.unit}`} aria-label={unit?.name ?? 'Outside the units'}>
      {hasHead && (
        <SortingHeading id={`unit ${unitId ?? ''}`}>
          <UnitHead
            unit={unit}
            page={page}
            acts={acts}
            onSay={() => onSay({ day: dayOf(new Date()), unitId, topic: '' })}
          />
        </SortingHeading>
      )}
      {days.length === 0 && (
        <Text c="dimmed" px="md" pb="md">
          Nothing stands in this unit yet. Drag something here, or name the unit when you assign.
        </Text>
      )}
      {days.map((day) => (
        <Day key={day.day ?? ''} day={day} unitId={unitId} onSay={onSay}>
          {day.items.map((item) => (
            <ItemRow
              key={item.id}
              item={item}
              page={page}
              onStep={(by) => onStep(item, by)}
              onPut={(target) => onPut(item, target)}
            />
          ))}
        </Day>
      ))}
    </section>
  );
}

interface DayProps {
  readonly day: OutlineDay<Item>;
  readonly unitId: string | null;
  readonly onSay: (said: Said) => void;
  readonly children: React.ReactNode;
}

function Day({ day: { day, topic, items }, unitId, onSay, children }: DayProps) {
  if (day === null) return <ul className="ob-rows">{children}</ul>;
  return (
    <div className={classes.day}>
      <SortingHeading id={`day ${unitId ?? ''} ${day}`} className={classes.dayHead}>
        <DayHead day={day} topic={topic} />
        <Button
          variant="subtle"
          size="compact-sm"
          aria-label={`Say what is done on ${dayText(day)}`}
          onClick={() => onSay({ day, unitId, topic })}
        >
          {topic ? 'Change' : 'Say what is done'}
        </Button>
      </SortingHeading>
      {items.length > 0 && <ul className="ob-rows">{children}</ul>}
    </div>
  );
}
