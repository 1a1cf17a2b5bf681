'use client';

import { Box, Flex } from '@chakra-ui/react';
import { type ReactNode, useState } from 'react';
import { SHIPPED_FONTS } from '../../../core/lettering/fonts';
import {
  type Lettering,
  type LetteringStyle,
  STANDARD_HEIGHTS,
  styleOn,
  withHeight,
  withOwnHeight,
} from '../../../core/lettering/style';
import { trimNumber } from '../../../core/geometry/length';
import { type Outcome, refuse } from '../../../core/refusal';
import { Button } from '../../controls/button';
import { CommitField, Problem, Row, SelectRow } from '../../controls/field';
import { FileButton } from '../../controls/file-button';
import { useBoard, useBoardStore } from '../board-store';
import { Section } from './details-parts';
import { OwnOnSize } from './length-row';
import { putFont } from './putting-fonts';

type ChangeLook = (part: Partial<Lettering>) => Outcome<object>;

/** The look of a lettering: font, height, width, slant, case, line distance; `aroundHeight` puts the height's field into something. */
export function LookRows(props: {
  look: Lettering;
  change: ChangeLook;
  aroundHeight?: (field: ReactNode) => ReactNode;
}) {
  const { look, change, aroundHeight = (field: ReactNode) => field } = props;
  const number = (
    label: string,
    key: 'height' | 'letterWidth' | 'slantDeg' | 'lineDistance',
    least: number,
    most: number,
    unit: string,
  ) => (
    <CommitField
      label={label}
      value={trimNumber(look[key], 3)}
      suffix={unit}
      onCommit={(text) => {
        const value = Number(text.replace(',', '.').replace(/\s*(mm|°)$/, ''));
        return value >= least && value <= most
          ? change({ [key]: value })
          : refuse(`${label} is ${least} to ${most}${unit.startsWith(' ') ? '' : ` ${unit}`}.`);
      }}
    />
  );
  const fonts = useFonts();
  const inks = useBoard((board) => board.document.inks);
  const standard = (STANDARD_HEIGHTS as readonly number[]).includes(look.height);
  return (
    <>
      <SelectRow
        label="Font"
        value={look.font}
        options={fonts.map((font) => ({ value: font.id, label: font.name }))}
        onChange={(font) => void change({ font })}
      />
      <SelectRow
        label="Weight"
        value={look.weight}
        options={[
          { value: 'regular', label: 'regular' },
          { value: 'bold', label: 'bold' },
        ]}
        onChange={(weight) => void change({ weight })}
      />
      {aroundHeight(number('Height', 'height', 0.5, 100, standard ? 'mm' : 'mm, not in the series'))}
      {number('Letter width', 'letterWidth', 0.3, 3, 'of full')}
      {number('Slant', 'slantDeg', 0, 30, '°')}
      {number('Line distance', 'lineDistance', 1, 4, 'heights')}
      <SelectRow
        label="Case"
        value={look.case}
        options={[
          { value: 'as written', label: 'as written' },
          { value: 'upper', label: 'capitals' },
          { value: 'lower', label: 'small letters' },
        ]}
        onChange={(letterCase) => void change({ case: letterCase })}
      />
      {inks.length > 1 && (
        <SelectRow
          label="Ink"
          value={look.ink}
          options={inks.map((ink) => ({ value: ink.id, label: ink.name }))}
          onChange={(ink) => void change({ ink })}
        />
      )}
    </>
  );
}

/** Every font a style can take: the shipped ones, and the office's own. */
function useFonts(): { id: string; name: string }[] {
  const own = useBoard((board) => board.office.fonts);
  return [...SHIPPED_FONTS, ...own.map(({ id, name }) => ({ id, name: `${name} (the office’s)` }))];
}

/** The format's named lettering styles, edited in one place. */
export function LetteringSection() {
  const store = useBoardStore();
  const letterings = useBoard((board) => board.document.letterings);
  const sizeId = useBoard((board) => board.sizeId);
  const oneSize = useBoard((board) => board.document.sizes.length === 1);
  const fonts = useFonts();
  const [open, setOpen] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const set = (next: LetteringStyle[]) => {
    const outcome = store.getState().perform({ op: 'set sheet', change: { letterings: next } });
    setProblem(outcome.ok ? undefined : outcome.reason);
    return outcome;
  };
  const style = letterings.find((candidate) => candidate.id === open);
  const replace = (next: LetteringStyle) => set(letterings.map((one) => (one.id === next.id ? next : one)));
  return (
    <Section title="Lettering styles">
      {letterings.map((one) => (
        <Flex key={one.id} align="center" gap="6px">
          <Button
            look="quiet"
            type="button"
            aria-expanded={open === one.id}
            onClick={() => setOpen(open === one.id ? undefined : one.id)}
          >
            {one.name}
          </Button>
          <Box flex="1" fontSize="13px" color="soft">
            {trimNumber(styleOn(one, sizeId).height, 2)} mm,{' '}
            {fonts.find((font) => font.id === one.font)?.name ?? 'a font that is not here'}
          </Box>
          <Button
            look="quiet"
            type="button"
            aria-label={`Remove ${one.name}`}
            onClick={() => set(letterings.filter((other) => other.id !== one.id))}
          >
            ×
          </Button>
        </Flex>
      ))}
      {style && (
        <Box borderLeft="2px solid" borderColor="plum" pl="8px" my="4px">
          <CommitField
            label="Name"
            value={style.name}
            onCommit={(name) =>
              name.trim() ? replace({ ...style, name: name.trim() }) : refuse('A style needs a name.')
            }
          />
          <LookRows
            look={styleOn(style, sizeId)}
            change={({ height, ...part }) =>
              replace({ ...(height === undefined ? style : withHeight(style, height, sizeId)), ...part })
            }
            aroundHeight={(field) =>
              oneSize ? (
                field
              ) : (
                <OwnOnSize
                  label="Height"
                  own={style.heights?.[sizeId] !== undefined}
                  onChange={(own) => replace(withOwnHeight(style, own, sizeId))}
                >
                  {field}
                </OwnOnSize>
              )
            }
          />
        </Box>
      )}
      <Row label="">
        <Button
          type="button"
          onClick={() => {
            const id = crypto.randomUUID();
            if (set([...letterings, { ...letterings[0]!, id, name: 'New style' }]).ok) setOpen(id);
          }}
        >
          + Style
        </Button>
      </Row>
      <AddFont />
      {problem && <Problem>{problem}</Problem>}
    </Section>
  );
}

/** Takes a font of the office in, to letter every format with. */
function AddFont() {
  const store = useBoardStore();
  const [problem, setProblem] = useState<string>();
  const take = async (given: File) => {
    const outcome = await putFont(store, given);
    setProblem(outcome.ok ? undefined : outcome.reason);
  };
  return (
    <Row label="">
      <FileButton
        label="Font file"
        accept=".ttf,.otf,font/ttf,font/otf"
        title="A TrueType or OpenType font of the office’s own"
        onFile={(given) => void take(given)}
      >
        Add a font…
      </FileButton>
      {problem && <Problem>{problem}</Problem>}
    </Row>
  );
}
