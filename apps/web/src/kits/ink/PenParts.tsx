import { Menu } from '@mantine/core';
import { IconArrowNarrowRight, IconCircle, IconLine, IconSquare } from '@tabler/icons-react';
import type { TrayPen } from '@oakbell/core/log';
import { useId, type ReactNode } from 'react';
import { IconAction } from '../../shared/ui/index.ts';
import classes from './Ink.module.css';
import { SHAPES, type Tool } from './pens.ts';

const SHAPE_ICONS: Readonly<Record<string, ReactNode>> = {
  line: <IconLine size={20} aria-hidden />,
  arrow: <IconArrowNarrowRight size={20} aria-hidden />,
  box: <IconSquare size={20} aria-hidden />,
  ellipse: <IconCircle size={20} aria-hidden />,
};

const NIB = { width: 30, height: 24 } as const;
/** A hand's stroke from end to end, and a band. */
const STROKE = 'M4 15 C8 5 12 5 14 12 S20 20 26 8';
const BAND = 'M4 12 H26';

/** What a pen leaves, in its own colour and width, on a piece of paper: a stroke, a band behind a word, a stroke that pales. */
export function Nib({ pen: { colour, width, kind } }: { readonly pen: TrayPen }) {
  const id = useId();
  const isBand = kind === 'highlighter';
  return (
    <svg {...NIB} viewBox={`0 0 ${NIB.width} ${NIB.height}`} className={classes.nib} aria-hidden focusable="false">
      {kind === 'fading' && (
        <linearGradient id={id}>
          <stop offset="0" stopColor={colour} stopOpacity="0.1" />
          <stop offset="1" stopColor={colour} />
        </linearGradient>
      )}
      <path
        d={isBand ? BAND : STROKE}
        fill="none"
        stroke={kind === 'fading' ? `url(#${CSS.escape(id)})` : colour}
        strokeWidth={isBand ? 14 : Math.max(1.5, Math.min(8, width * 0.5))}
        strokeLinecap={isBand ? 'butt' : 'round'}
      />
      {isBand && (
        <text x={NIB.width / 2} y="17" textAnchor="middle">
          ab
        </text>
      )}
    </svg>
  );
}

interface PensProps {
  readonly pens: readonly TrayPen[];
  readonly highlighter: TrayPen;
  readonly tool: Tool;
  readonly onTool: (tool: Tool) => void;
}

/** The pens that lie in a tray, each with its key, and the highlighter. */
export function PenButtons({ pens, highlighter, tool, onTool }: PensProps) {
  const keys = [
    ...pens.map((pen, i) => [pen, `${pen.name} pen`, `${i + 1}`] as const),
    [highlighter, 'Highlighter', 'H'] as const,
  ];
  return keys.map(([pen, label, keyText]) => (
    <IconAction
      hall
      key={keyText}
      label={label}
      keyText={keyText}
      pressed={tool.kind === 'pen' && tool.pen === pen}
      onClick={() => onTool({ kind: 'pen', pen })}
    >
      <Nib pen={pen} />
    </IconAction>
  ));
}

/** The shapes that can be drawn, behind the one in hand. */
export function ShapeMenu({
  tool,
  pen,
  onTool,
}: {
  readonly tool: Tool;
  readonly pen: TrayPen;
  readonly onTool: (tool: Tool) => void;
}) {
  const shape = tool.kind === 'shape' ? tool.shape : 'line';
  return (
    <Menu position="top" withinPortal>
      <Menu.Target>
        <IconAction hall label="Shapes" pressed={tool.kind === 'shape'}>
          {SHAPE_ICONS[shape]}
        </IconAction>
      </Menu.Target>
      <Menu.Dropdown>
        {SHAPES.map(({ shape: one, name }) => (
          <Menu.Item
            key={one}
            leftSection={SHAPE_ICONS[one]}
            onClick={() => onTool({ kind: 'shape', shape: one, pen })}
          >
            {name}
          </Menu.Item>
        ))}
        <Menu.Label>Hold Shift for even sides and 15° steps</Menu.Label>
      </Menu.Dropdown>
    </Menu>
  );
}
