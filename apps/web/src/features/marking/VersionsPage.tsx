import { NativeSelect, Text, Title } from '@mantine/core';
import { useQueries, useQuery } from '@tanstack/react-query';
import { diffWordsWithSpace } from 'diff';
import { Link, useParams } from 'react-router';
import { HeardEdition } from '../../kits/player/index.ts';
import { BesidePage, PagePicture } from '../../kits/stage/index.ts';
import { call, client, corePage, learnMedia, pictureAt, type Api } from '../../shared/api/index.ts';
import { exactText, Fetching, PageTitle, Show, useAsked } from '../../shared/ui/index.ts';
import classes from './Marking.module.css';

type Version = Api['HandedVersionDto'];
const SIDES = ['before', 'after'] as const;
const sideName = (side: number): string => (side === 0 ? 'Before' : 'After');
const KINDS: Readonly<Record<Version['kind'], string>> = {
  text: 'typed',
  file: 'a file',
  worksheet: 'a worksheet',
  spoken: 'spoken',
};

/** What was handed in at two times, beside each other. */
export function VersionsPage() {
  const { assignment = '', submission: id = '' } = useParams();
  const all = useQuery({
    queryKey: ['versions', id],
    queryFn: () => call(client.GET('/api/marking/hand-ins/{id}/versions', { params: { path: { id } } })),
  });
  return (
    <div className={classes.compared}>
      <PageTitle>What changed</PageTitle>
      <Link to={`/marking/${assignment}/${id}`}>Back to the hand-in</Link>
      <Title order={1} className={classes.heading}>
        What changed between two times
      </Title>
      <Show of={all} what="Looking what was handed in">
        {(found) =>
          found.length < 2 ? (
            <Text>This was handed in once, or what was there before is not kept any more.</Text>
          ) : (
            <Compared id={id} all={found} />
          )
        }
      </Show>
    </div>
  );
}

function Compared({ id, all }: { readonly id: string; readonly all: readonly Api['ReceiptDto'][] }) {
  const [asked, ask] = useAsked();
  const named = (side: string, usual: number): number => {
    const number = Number(asked.get(side));
    return all.some((one) => one.number === number) ? number : usual;
  };
  const chosen = [named('before', all[1]?.number ?? 1), named('after', all[0]?.number ?? 1)] as const;
  const sides = useQueries({
    queries: chosen.map((number) => ({
      queryKey: ['versions', id, number],
      queryFn: () =>
        call(client.GET('/api/marking/hand-ins/{id}/versions/{number}', { params: { path: { id, number } } })).then(
          learnMedia,
        ),
    })),
  });
  const [before, after] = [sides[0]?.data, sides[1]?.data];
  return (
    <>
      <div className={classes.sides}>
        {SIDES.map((side, i) => (
          <NativeSelect
            key={side}
            label={sideName(i)}
            value={`${chosen[i]}`}
            data={all.map((one) => ({
              value: `${one.number}`,
              label: `${one.number}. ${exactText(one.handedInAt)}${one.late ? ' · late' : ''}`,
            }))}
            onChange={({ currentTarget }) => ask({ [side]: currentTarget.value })}
          />
        ))}
      </div>
      {before && after ? (
        before.kind === 'text' && after.kind === 'text' ? (
          <TypedAnew before={before.text} after={after.text} />
        ) : (
          <BesideEachOther versions={[before, after]} />
        )
      ) : (
        <Fetching of={sides} what="Opening what was handed in" />
      )}
    </>
  );
}

/** Typed work as it is now, with what was taken out and what came. */
function TypedAnew({ before, after }: { readonly before: string; readonly after: string }) {
  const parts = diffWordsWithSpace(before, after);
  const [out, came] = [parts.filter((one) => one.removed).length, parts.filter((one) => one.added).length];
  return (
    <>
      <Text role="status" mt="md">
        {out + came === 0
          ? 'Both are the same, word for word.'
          : `${places(came)} with something new (underlined), ${places(out)} with something taken out (struck through).`}
      </Text>
      <div className={classes.typedAnew} tabIndex={0} role="group" aria-label="What was changed">
        {parts.map(({ value, added, removed }, i) =>
          added ? <ins key={i}>{value}</ins> : removed ? <del key={i}>{value}</del> : <span key={i}>{value}</span>,
        )}
      </div>
    </>
  );
}
const places = (count: number): string => (count === 1 ? 'One place' : `${count === 0 ? 'No' : count} places`);

function BesideEachOther({ versions }: { readonly versions: readonly [Version, Version] }) {
  const rows = Math.max(...versions.map(({ pages }) => pages.length));
  return (
    <div className={classes.sides}>
      {versions.map((version, i) => (
        <Text key={SIDES[i]} size="sm" component="div" mt="md">
          {sideName(i)}: {version.files.map(({ name }) => name).join(', ') || KINDS[version.kind]}
          {version.editionId && <HeardEdition id={version.editionId} keys={false} />}
        </Text>
      ))}
      {Array.from({ length: rows }, (_, row) =>
        versions.map((version, i) => <Sheet key={`${SIDES[i]} ${row}`} version={version} row={row} side={i} />),
      )}
    </div>
  );
}

function Sheet({ version, row, side }: { readonly version: Version; readonly row: number; readonly side: number }) {
  const page = version.pages[row];
  if (!page)
    return (
      <Text c="dimmed" mt="md">
        {sideName(side)}: no page {row + 1}.
      </Text>
    );
  return (
    <figure className={classes.lookedPage}>
      <span role="img" aria-label={`Page ${row + 1} ${SIDES[side]}`}>
        <PagePicture page={corePage(page)} small={null} pictureAddress={pictureAt} widthPx={900} />
      </span>
      <figcaption>
        {sideName(side)}: page {row + 1} of {version.pages.length}
      </figcaption>
      <BesidePage page={page} number={row + 1} />
    </figure>
  );
}
