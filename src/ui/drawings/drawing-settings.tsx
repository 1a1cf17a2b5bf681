'use client';

import { Box } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { keptProperties } from '../../core/drawing/kept-office';
import { Button } from '../controls/button';
import { Row, SelectRow } from '../controls/field';
import { FormatPicker } from '../formats/format-picker';
import { projectsQuery } from '../office/queries';
import { SpecimenPicker } from '../specimens/specimen-picker';
import type { Changed, OpenDrawing } from './drawing-store';
import type { WantedMove } from './moving/ways-to-move';
import { PaneHead } from './pane-head';
import { ScaleField } from './scale-field';

/** What holds for all sheets of a drawing: its format and model, its scale, drafting profile, project and site. They are the drawing's own. */
export function DrawingSettings(props: {
  open: OpenDrawing;
  locked: boolean;
  onChange: (changed: Changed) => void;
  onMove: (wanted: WantedMove) => void;
}) {
  const { open, locked, onChange, onMove } = props;
  const { profileId, projectId, siteId } = open.drawing;
  const { data: projects = [open.project] } = useQuery(projectsQuery);
  const named = (places: OpenDrawing['profiles']) => places.map(({ id, name }) => ({ value: id, label: name }));
  return (
    <Box pt="16px">
      <PaneHead
        title="The whole drawing"
        words="Scale, profile and project were taken from its format when it was made; they are its own since."
      />
      <fieldset disabled={locked} style={{ border: 'none', padding: 0, margin: 0 }}>
        <FormatAndModel open={open} locked={locked} onMove={onMove} />
        <ScaleField scale={open.drawing.scale} disabled={locked} onChange={(scale) => onChange({ scale })} />
        <SelectRow
          label="Profile"
          value={profileId}
          options={named(open.profiles)}
          onChange={(profile) => onChange({ profileId: profile })}
        />
        <Box fontSize="12px" color="soft" pb="4px">
          {open.profileRevision > 0
            ? `${locked ? 'Finished with' : 'Follows'} revision ${open.profileRevision} of the profile: its unit, tolerances, projection and decimal mark.`
            : 'Follows the profile, which has not been released yet.'}
        </Box>
        <NewerProfile open={open} onMove={onMove} />
        <SelectRow
          label="Project"
          value={projectId}
          options={named(projects)}
          onChange={(project) => onChange({ projectId: project })}
        />
        {open.sites.length > 1 && (
          <SelectRow
            label="Site"
            value={siteId ?? open.sites[0]!.id}
            options={named(open.sites)}
            onChange={(site) => onChange({ siteId: site })}
          />
        )}
        <KeptOfOffice open={open} onFollow={() => onChange({ keptOffice: {} })} />
      </fieldset>
    </Box>
  );
}

/** The format and the model of the whole drawing: another one is a move, which is foreseen before it is made. */
function FormatAndModel(props: { open: OpenDrawing; locked: boolean; onMove: (wanted: WantedMove) => void }) {
  const { open, locked, onMove } = props;
  const { drawing } = open;
  const isTrial = drawing.number === '';
  return (
    <>
      <Row label="Format">
        <FormatPicker
          label="Format of the whole drawing"
          shown={`${drawing.formatName}, edition ${drawing.edition}`}
          inForce
          disabled={locked || isTrial}
          onChoose={(entry) => {
            const edition = entry?.inForce;
            if (edition && edition.id !== drawing.editionId)
              onMove({ title: `Move to ${entry.name}, edition ${edition.number}`, to: { edition: edition.id } });
          }}
        />
      </Row>
      <Row label="Model">
        <SpecimenPicker
          label="Model of the whole drawing"
          shown={[drawing.modelName, drawing.variant].filter(Boolean).join(' · ')}
          variants
          disabled={locked}
          onChoose={(filled, entry) => {
            if (!filled || (filled.specimen === drawing.specimen && filled.variant === drawing.variant)) return;
            const { specimen, variant } = filled;
            const name = [entry?.name, variant].filter(Boolean).join(' · ');
            onMove({
              title: `Move to ${name}`,
              to: { model: { specimen, ...(variant !== undefined && { variant }) } },
            });
          }}
        />
      </Row>
    </>
  );
}

/** Says that the drawing's profile has a newer revision than its edition froze, and moves it there. */
function NewerProfile({ open, onMove }: { open: OpenDrawing; onMove: (wanted: WantedMove) => void }) {
  const { profileId } = open.drawing;
  const newer = open.formats[0]?.newer?.find((one) => one.of === 'profile');
  if (newer?.of !== 'profile' || newer.now <= open.profileRevision) return null;
  return (
    <Box pb="4px">
      <Button
        type="button"
        onClick={() =>
          onMove({
            title: `Move to revision ${newer.now} of ${newer.name}`,
            to: { profile: { id: profileId, revision: newer.now } },
          })
        }
      >
        Move to revision {newer.now}…
      </Button>
    </Box>
  );
}

/** What the drawing keeps of the office as it was before that was changed for new drawings only; one click takes over what is so now. */
function KeptOfOffice({ open, onFollow }: { open: OpenDrawing; onFollow: () => void }) {
  const kept = keptProperties(open.drawing.keptOffice);
  if (kept.length === 0) return null;
  const names = kept.map((id) => open.office.properties.find((one) => one.id === id)?.name ?? id);
  return (
    <Box fontSize="14px" py="6px">
      <Box pb="4px">Keeps {names.join(', ')} as the office had it before: that was changed for new drawings only.</Box>
      <Button type="button" onClick={onFollow}>
        Print what the office has now
      </Button>
    </Box>
  );
}
