'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { counted } from '../../core/counted';
import { type FilledElsewhere, type FilledOtherwise, filledElsewhere } from '../../core/drawing/filled-elsewhere';
import { composePlanned } from '../../core/scene/planning';
import { Button } from '../controls/button';
import { CheckBox } from '../controls/check-box';
import { Dialog } from '../controls/dialog';
import { Problem } from '../controls/field';
import { DrawingClient } from '../reading/drawing-client';
import { type Changed, type OpenDrawing, withAnswer } from './drawing-store';
import { type Plan, askedOf } from './use-sheets';

/** Reads a DXF of the drawing that was filled in elsewhere: what it says otherwise is shown, and answers are taken over as chosen. */
export function FilledElsewhereButton(props: { open: OpenDrawing; plan: Plan; onChange: (changed: Changed) => void }) {
  const { open, plan, onChange } = props;
  const [shown, setShown] = useState(false);
  const [found, setFound] = useState<FilledElsewhere>();
  const [left, setLeft] = useState<readonly string[]>([]);
  const [problem, setProblem] = useState<string>();
  const close = () => {
    setShown(false);
    setFound(undefined);
    setLeft([]);
    setProblem(undefined);
  };
  const read = async (file: File) => {
    setProblem(undefined);
    setFound(undefined);
    const client = new DrawingClient();
    const outcome = await client.attributes(new Uint8Array(await file.arrayBuffer()));
    client.end();
    if (!outcome.ok) return setProblem(`${file.name}: ${outcome.reason}`);
    if (outcome.attributes.length === 0)
      return setProblem(`${file.name} has no places that are filled in: its texts are texts.`);
    const { resources } = plan;
    if (!resources) return;
    const scenes = plan.sheets.flatMap((sheet) => {
      const composed = composePlanned(sheet, resources);
      return composed.ok ? [composed.scene] : [];
    });
    setFound(filledElsewhere(outcome.attributes, scenes, askedOf(open)));
  };
  const chosen = found?.answers.filter(({ key }) => !left.includes(key)) ?? [];
  const take = () => {
    const answers = chosen.reduce((all, { key, value }) => withAnswer(all, key, value), open.drawing.answers);
    onChange({ answers });
    close();
  };
  return (
    <>
      <Button type="button" onClick={() => setShown(true)}>
        Read answers…
      </Button>
      <Dialog
        open={shown}
        title="Read answers from a DXF"
        width="620px"
        onClose={close}
        footer={
          <>
            <Button type="button" onClick={close}>
              Cancel
            </Button>
            <Button look="primary" type="button" disabled={chosen.length === 0} onClick={take}>
              {chosen.length === 0 ? 'Take over' : `Take over ${counted(chosen.length, 'answer')}`}
            </Button>
          </>
        }
      >
        <Box fontSize="14px" pb="6px">
          A DXF of this drawing whose places were filled in by another program. What it says otherwise than the sheets
          is shown before anything is taken over.
        </Box>
        <input
          type="file"
          accept=".dxf,image/vnd.dxf"
          aria-label="DXF that was filled in elsewhere"
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            if (file) void read(file);
          }}
        />
        {problem !== undefined && <Problem>{problem}</Problem>}
        {found && (
          <Box pt="8px" fontSize="14px">
            {found.answers.length + found.unread.length + found.given.length === 0 && (
              <Box color="pine">● It says what the sheets say.</Box>
            )}
            {found.answers.map((one) => (
              <CheckBox
                key={one.key}
                checked={!left.includes(one.key)}
                onChange={(isIn) => setLeft(isIn ? left.filter((key) => key !== one.key) : [...left, one.key])}
              >
                <Words one={one} />
              </CheckBox>
            ))}
            {found.unread.map((one) => (
              <Box key={one.name}>
                <Words one={one} />
                <Problem>{one.reason}</Problem>
              </Box>
            ))}
            {found.given.length > 0 && (
              <Box pt="6px" color="soft">
                Nobody answers these; the model, the office or the sheet gives them, and they stay:
              </Box>
            )}
            {found.given.map((one) => (
              <Box key={one.name}>
                <Words one={one} />
              </Box>
            ))}
            {found.same > 0 && <Box color="soft">{counted(found.same, 'place')} as on the sheets</Box>}
          </Box>
        )}
      </Dialog>
    </>
  );
}

function Words({ one }: { one: FilledOtherwise }) {
  return (
    <Flex as="span" gap="6px" wrap="wrap">
      <Box as="span" fontWeight={500}>
        {one.name}
      </Box>
      <Box as="span" color="soft" textDecoration="line-through">
        {one.was || 'nothing'}
      </Box>
      <Box as="span">{one.is || 'nothing'}</Box>
    </Flex>
  );
}
