import {
  Button,
  Divider,
  Group,
  Modal,
  SegmentedControl,
  Stack,
  Text,
  Textarea,
  TextInput,
  Title,
} from '@mantine/core';
import { timeText, ZERO, type Micros } from '@oakbell/core/clock';
import { frameCode, framePath, readMoment, watchPath } from '@oakbell/core/opening';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { call, client, type Lesson } from '../../shared/api/index.ts';
import { copyText } from '../../shared/ui/index.ts';
import classes from './Assign.module.css';

/** Of the picture that is kept, in CSS pixels: sharp on paper at a hand's width. */
const QR_SIDE = 1024;
const QR_SHOWN = 180;
const FIXED = { width: 960, height: 680 } as const;

/** Ways to a lesson: its link, from any moment; a code for paper and walls; a frame for the school's own pages. */
export function LinkDialog({
  lesson,
  length,
  onClose,
}: {
  readonly lesson: Lesson;
  /** Of what is watched. */
  readonly length: Micros;
  readonly onClose: () => void;
}) {
  const [from, setFrom] = useState('0:00');
  const moment = readMoment(from);
  const tooLate = moment !== null && moment > 0 && moment >= length;
  const at = moment === null || tooLate ? ZERO : moment;
  const address = `${location.origin}${watchPath(lesson.id, at)}`;
  return (
    <Modal opened onClose={onClose} size="lg" title={`Ways to “${lesson.title}”`}>
      <Stack>
        <Text>
          {lesson.opening.to === 'school'
            ? 'Whoever has it signs in and watches.'
            : 'It works for learners the lesson is given to, and for those who teach them.'}
        </Text>
        <Group align="start" wrap="nowrap" className={classes.link}>
          <TextInput
            label="From"
            description="Like 1:30"
            w={120}
            value={from}
            error={moment === null ? 'Type it like 1:30' : tooLate ? `It is ${timeText(length)} long` : null}
            onChange={({ currentTarget: { value } }) => setFrom(value)}
          />
          <TextInput
            label="Link"
            description={at > 0 ? `Plays from ${timeText(at)}` : 'Plays from where they stopped'}
            readOnly
            style={{ flex: 1 }}
            value={address}
            onFocus={({ currentTarget }) => currentTarget.select()}
          />
        </Group>
        <Group>
          <Button data-autofocus onClick={() => void copyText(address, 'The link is copied.')}>
            Copy the link
          </Button>
        </Group>
        <Qr address={address} name={lesson.title} />
        <Divider />
        <FrameCode lesson={lesson} />
      </Stack>
    </Modal>
  );
}

/** The link as a QR code (ISO/IEC 18004), to be kept as a picture. */
function Qr({ address, name }: { readonly address: string; readonly name: string }) {
  const [svg, setSvg] = useState<string | null>(null);
  useEffect(() => {
    let left = false;
    void import('qrcode').then(async ({ toString }) => {
      const drawn = await toString(address, { type: 'svg', margin: 2, errorCorrectionLevel: 'M' });
      if (!left) setSvg(drawn);
    });
    return () => {
      left = true;
    };
  }, [address]);
  const keepPng = async () => {
    const { toDataURL } = await import('qrcode');
    keep(await toDataURL(address, { margin: 2, width: QR_SIDE, errorCorrectionLevel: 'M' }), `${name}.png`);
  };
  const svgAddress = svg === null ? null : `data:image/svg+xml,${encodeURIComponent(svg)}`;
  return (
    <section aria-label="QR code">
      <Title order={3} mb="xs">
        QR code
      </Title>
      <Group wrap="nowrap" align="center">
        <div className={classes.qr} aria-busy={svg === null}>
          {svgAddress && <img src={svgAddress} alt="QR code of the link" width={QR_SHOWN} height={QR_SHOWN} />}
        </div>
        <Stack gap="xs" align="flex-start" style={{ flex: 1 }}>
          <Button
            variant="default"
            disabled={svgAddress === null}
            onClick={() => keep(svgAddress ?? '', `${name}.svg`)}
          >
            Keep as SVG
          </Button>
          <Button variant="default" onClick={() => void keepPng()}>
            Keep as PNG
          </Button>
          <Text size="sm" c="dimmed">
            For worksheets and walls: a phone’s camera opens the lesson.
          </Text>
        </Stack>
      </Group>
    </section>
  );
}

/** Has the browser keep what an address holds as a file. */
function keep(address: string, name: string): void {
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
}

/** Code that shows the lesson in a page of the school's own. */
function FrameCode({ lesson }: { readonly lesson: Lesson }) {
  const hosts = useQuery({ queryKey: ['frame-hosts'], queryFn: () => call(client.GET('/api/frames/hosts')) });
  const [size, setSize] = useState<'flowing' | 'fixed'>('flowing');
  const code = frameCode({
    address: `${location.origin}${framePath(lesson.id)}`,
    title: lesson.title,
    size: size === 'flowing' ? size : FIXED,
  });
  return (
    <section aria-label="In a page of the school">
      <Title order={3} mb="xs">
        In a page of the school
      </Title>
      {hosts.data?.hosts.length === 0 ? (
        <Text c="dimmed">
          No page may show lessons yet. Ask whoever keeps your school here to allow the address of your pages, under
          School.
        </Text>
      ) : (
        <Stack gap="xs">
          <Text size="sm" c="dimmed">
            Works on {hosts.data?.hosts.join(', ') ?? '…'}. Whoever looks at the page signs in once, inside the frame.
          </Text>
          <SegmentedControl
            aria-label="Size of the frame"
            value={size}
            onChange={(value) => setSize(value)}
            data={[
              { value: 'flowing', label: 'As wide as the page' },
              { value: 'fixed', label: `${FIXED.width} by ${FIXED.height}` },
            ]}
          />
          <Textarea
            label="Code"
            readOnly
            autosize
            styles={{ input: { fontFamily: 'var(--mantine-font-family-monospace)' } }}
            value={code}
            onFocus={({ currentTarget }) => currentTarget.select()}
          />
          <Group>
            <Button variant="default" onClick={() => void copyText(code, 'The code is copied.')}>
              Copy the code
            </Button>
          </Group>
        </Stack>
      )}
    </section>
  );
}
