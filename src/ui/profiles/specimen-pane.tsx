'use client';

import { Box, Flex } from '@chakra-ui/react';
import { Download } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { exportSpecimen } from '../../contract/profiles';
import { touchedBy } from '../../core/annotation/altered';
import { nearest } from '../../core/annotation/nearest';
import { inScreenInk } from '../../core/annotation/on-screen';
import { SPECIMEN_PAPERS, type SpecimenPaper, specimenDrawing } from '../../core/annotation/specimen-drawing';
import type { GlyphTables } from '../../core/lettering/glyph-table';
import type { ProfileDocument } from '../../core/profile/document';
import { LINE_GROUPS } from '../../core/profile/lines';
import type { Setting } from '../../core/profile/settings';
import { differences } from '../../core/scene/differences';
import type { Primitive, Scene } from '../../core/scene/scene';
import { Button } from '../controls/button';
import { CheckBox } from '../controls/check-box';
import { Select } from '../controls/field';
import { Menu } from '../controls/menu';
import { askForFile } from '../data/request';
import { saveFile } from '../data/save-file';
import { ScaleAndFit } from '../sheet/scale-and-fit';
import { SceneView } from '../sheet/scene-view';
import { SheetOnDesk } from '../sheet/sheet-on-desk';
import { useZoom } from '../sheet/use-zoom';
import { fromDesk, useViewStore } from '../sheet/view-store';

/** How much smaller a sheet is printed: on the next smaller size of paper, and on the one after. */
const PRINTED = { full: 1, 'one size smaller': Math.SQRT1_2, 'two sizes smaller': 0.5 } as const;
type Printed = keyof typeof PRINTED;

/** What is marked on the drawing. */
const INKS = { touched: '#7A2E5D', gone: '#C03F28', come: '#2D6A4C' } as const;

/** How much wider than on paper a marked line is, mm. */
const WIDER = 0.5;

const inked = (primitives: readonly Primitive[], ink: string): Primitive[] =>
  primitives.map((primitive) =>
    primitive.kind === 'line' || primitive.kind === 'arc' || primitive.kind === 'outline'
      ? { ...primitive, ink, width: primitive.width + WIDER, type: 'continuous' }
      : { ...primitive, ink },
  );

/** The specimen drawing of a profile, with what the setting under the hand has a hand in, or with what changed since the last release. */
export function SpecimenPane(props: {
  id: string;
  name: string;
  profile: ProfileDocument;
  released: { number: number; document: ProfileDocument } | undefined;
  fonts: GlyphTables;
  hand: Setting | undefined;
  /** Opens the setting that is shown by what was clicked. */
  onOpen: (path: string) => void;
  onProblem: (words: string) => void;
}) {
  const { id, name, profile, released, fonts, hand, onOpen, onProblem } = props;
  const [paper, setPaper] = useState<SpecimenPaper>('A3');
  const [printed, setPrinted] = useState<Printed>('full');
  const [changes, setChanges] = useState(false);
  const svg = useRef<SVGSVGElement>(null);
  const view = useViewStore();
  const scene = useMemo(() => specimenDrawing(profile, fonts, paper), [profile, fonts, paper]);
  const shown = useMemo<Scene>(
    () => ({ ...scene, primitives: inScreenInk(profile, scene.primitives) }),
    [scene, profile],
  );
  const touched = useMemo(
    () => (hand && !hand.files ? touchedBy(profile, hand, fonts, paper) : []),
    [hand, profile, fonts, paper],
  );
  const since = useMemo(
    () =>
      changes && released
        ? differences(specimenDrawing(released.document, fonts, paper), scene)
        : { gone: [], come: [] },
    [changes, released, fonts, paper, scene],
  );
  useZoom(svg, scene);
  const over = [...inked(since.gone, INKS.gone), ...inked(since.come, INKS.come), ...inked(touched, INKS.touched)];
  const click = (event: React.MouseEvent<SVGSVGElement>) => {
    const frame = event.currentTarget.getBoundingClientRect();
    const { view: stands } = view.getState();
    const at = fromDesk(stands, scene.height, { x: event.clientX - frame.left, y: event.clientY - frame.top });
    const found = nearest(scene.primitives, at, 6 / stands.k);
    if (found) onOpen(found.source);
  };
  const save = async (kind: 'pdf' | 'svg' | 'dxf') => {
    try {
      await saveFile(await askForFile(exportSpecimen, { params: { id }, body: { kind, paper } }), `${name}.${kind}`);
    } catch (error) {
      onProblem((error as Error).message);
    }
  };
  return (
    <Flex direction="column" height="100%">
      <Flex
        align="center"
        gap="10px"
        px="12px"
        py="5px"
        bg="paper"
        borderBottom="1px solid"
        borderColor="line"
        wrap="wrap"
      >
        <Box width="104px">
          <Select aria-label="Paper" value={paper} onChange={(event) => setPaper(event.target.value as SpecimenPaper)}>
            {Object.entries(SPECIMEN_PAPERS).map(([size, { words }]) => (
              <option key={size} value={size}>
                {size}, {words.replace(':', ' : ')}
              </option>
            ))}
          </Select>
        </Box>
        <Box width="158px">
          <Select aria-label="Printed" value={printed} onChange={(event) => setPrinted(event.target.value as Printed)}>
            {Object.keys(PRINTED).map((size) => (
              <option key={size} value={size}>
                printed {size === 'full' ? 'at full size' : size}
              </option>
            ))}
          </Select>
        </Box>
        {released && (
          <CheckBox checked={changes} onChange={setChanges}>
            Changes since revision {released.number}
          </CheckBox>
        )}
        <Box flex="1" />
        <Menu
          trigger={(trigger) => (
            <Button type="button" {...trigger}>
              <Download size={13} aria-hidden /> Export
            </Button>
          )}
          entries={[
            { value: 'pdf', words: 'PDF' },
            { value: 'svg', words: 'SVG' },
            { value: 'dxf', words: 'DXF, with the profile’s styles' },
          ]}
          placement="bottom-end"
          onChoose={(kind) => void save(kind as 'pdf')}
        />
        <ScaleAndFit />
      </Flex>
      <Box flex="1" minHeight={0} bg="desk">
        <SheetOnDesk
          svg={svg}
          scene={shown}
          paper={profile.screen.paper}
          aria-label="Specimen drawing"
          description={`${touched.length} marked`}
          style={{ cursor: 'pointer' }}
          onClick={click}
          over={
            over.length > 0 && (
              <g data-testid="marked" pointerEvents="none">
                <SceneView scene={{ ...scene, primitives: over }} />
              </g>
            )
          }
        />
      </Box>
      <Flex
        px="12px"
        py="4px"
        gap="14px"
        bg="paper"
        borderTop="1px solid"
        borderColor="line"
        fontSize="13px"
        color="soft"
        wrap="wrap"
      >
        {changes && released ? (
          <>
            <Box as="span" style={{ color: INKS.gone }}>
              − {since.gone.length} went
            </Box>
            <Box as="span" style={{ color: INKS.come }}>
              + {since.come.length} came
            </Box>
            <Box as="span">since revision {released.number}</Box>
          </>
        ) : (
          <PrintedWords profile={profile} printed={printed} />
        )}
      </Flex>
    </Flex>
  );
}

/** How high letters and how wide lines are as printed, and which of them are less than may be read. */
function PrintedWords({ profile, printed }: { profile: ProfileDocument; printed: Printed }) {
  const by = PRINTED[printed];
  const { dimensions, notes } = profile.lettering;
  const { narrow } = LINE_GROUPS[profile.lines.group];
  const mm = (value: number) => String(Math.round(value * by * 100) / 100);
  const low = Math.min(dimensions.height, notes.height) * by < 2.5 - 1e-9;
  return (
    <>
      <Box as="span">
        As printed: dimensions {mm(dimensions.height)} mm high, notes {mm(notes.height)} mm, narrow lines {mm(narrow)}{' '}
        mm
      </Box>
      {low && (
        <Box as="span" color="ochre">
          ▲ under 2.5 mm, the least height of ISO 3098
        </Box>
      )}
    </>
  );
}
