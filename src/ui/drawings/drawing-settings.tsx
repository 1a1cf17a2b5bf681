'use client';

import { Box } from '@chakra-ui/react';
import { keptProperties } from '../../core/drawing/kept-office';
import { Button } from '../controls/button';
import { SelectRow } from '../controls/field';
import type { Changed, OpenDrawing } from './drawing-store';
import { PaneHead } from './pane-head';
import { ScaleField } from './scale-field';

/** What holds for all sheets of a drawing: its scale, drafting profile, project and site. They are the drawing's own. */
export function DrawingSettings(props: { open: OpenDrawing; locked: boolean; onChange: (changed: Changed) => void }) {
  const { open, locked, onChange } = props;
  const { profileId, projectId, siteId } = open.drawing;
  const named = (places: OpenDrawing['profiles']) => places.map(({ id, name }) => ({ value: id, label: name }));
  return (
    <Box pt="16px">
      <PaneHead title="The whole drawing" words="Taken from its format when it was made; its own since." />
      <fieldset disabled={locked} style={{ border: 'none', padding: 0, margin: 0 }}>
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
        <SelectRow
          label="Project"
          value={projectId}
          options={named(open.projects)}
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
