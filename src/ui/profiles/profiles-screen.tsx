'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRouter, useSearchParams } from 'next/navigation';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { removeProfile, renameProfile } from '../../contract/profiles';
import { glyphTableFromJson } from '../../core/lettering/glyph-table';
import { differingSettings, SECTIONS, type Setting } from '../../core/profile/settings';
import { standardProfile } from '../../core/profile/starts';
import { Button } from '../controls/button';
import { Problem, Select, TextInput } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { Menu } from '../controls/menu';
import { LookingOnly, OnlyFor } from '../data/me';
import { shippedFontsQuery } from '../data/queries';
import { ask } from '../data/request';
import { NameDialog } from '../formats/name-dialog';
import { SavingWords } from '../saving/saving-words';
import { isTyping } from '../sheet/is-typing';
import { ViewContext, createViewStore } from '../sheet/view-store';
import { Screen } from '../shell/screen';
import { BookRow } from './book-row';
import { CompareDialog } from './compare-dialog';
import { HouseValues } from './house-values';
import { NewProfileDialog } from './new-profile-dialog';
import { ProfileStore } from './profile-store';
import { profilesQuery } from './queries';
import { ReleaseDialog } from './release-dialog';
import { SettingsOf } from './setting-rows';
import { SidePane } from './side-pane';
import { SpecimenPane } from './specimen-pane';

/** The drafting profiles of the office: the settings of one on the left, the drawing that shows each at work on the right. */
export function ProfilesScreen() {
  const { data: profiles, error, refetch } = useQuery(profilesQuery);
  const router = useRouter();
  const asked = useSearchParams().get('profile');
  const mostUsed = profiles?.toSorted((a, b) => b.formats + b.drawings - a.formats - a.drawings)[0];
  const id = profiles?.find((one) => one.id === asked)?.id ?? mostUsed?.id;
  const open = (next: string) => router.replace(`/profiles?profile=${encodeURIComponent(next)}`);
  if (id === undefined)
    return (
      <Screen plate={[{ caption: 'Profile', value: '…', wide: true }]}>
        <LoadProblem problem={error?.message} onRetry={() => void refetch()} />
      </Screen>
    );
  return <OpenProfile key={id} id={id} onOpen={open} />;
}

type Asked = 'new' | 'rename' | 'release' | 'compare';

function OpenProfile({ id, onOpen }: { id: string; onOpen: (id: string) => void }) {
  const client = useQueryClient();
  const { data: profiles = [] } = useQuery(profilesQuery);
  const { data: glyphs } = useQuery(shippedFontsQuery);
  const fonts = useMemo(
    () => glyphs && new Map(glyphs.map((table) => [table.font, glyphTableFromJson(table)])),
    [glyphs],
  );
  const [store] = useState(
    () =>
      new ProfileStore(id, () => {
        void client.invalidateQueries({ queryKey: profilesQuery.queryKey });
        // Boards, proofs and drawings print what has changed.
        void client.invalidateQueries({ queryKey: ['format'] });
      }),
  );
  useEffect(() => {
    void store.load();
    return () => store.end();
  }, [store]);
  const { view, document, problem, saving, done, undone } = useStore(store.state);
  const [search, setSearch] = useState('');
  const [hand, setHand] = useState<Setting>();
  const [dialog, setDialog] = useState<Asked>();
  const [said, setSaid] = useState<string>();
  const [desk] = useState(createViewStore);
  const list = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event)) return;
      if (event.key === '0' && !event.ctrlKey && !event.metaKey) desk.getState().fit();
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
        event.preventDefault();
        if (event.shiftKey) store.redo();
        else store.undo();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [desk, store]);
  const sections = useMemo(() => matching(search), [search]);
  const standard = useMemo(() => document && standardProfile(document.standard), [document]);
  /** Brings a setting into view and puts the hand on it. */
  const reveal = (path: string) => {
    setSearch('');
    requestAnimationFrame(() => {
      const place = list.current?.querySelector<HTMLElement>(`[data-setting="${path}"]`);
      place?.scrollIntoView({ block: 'center' });
      place?.querySelector<HTMLElement>('input, select')?.focus();
    });
  };
  const toSection = (sectionId: string) =>
    list.current?.querySelector(`[data-section="${sectionId}"]`)?.scrollIntoView({ block: 'start' });
  const remove = async () => {
    try {
      await ask(removeProfile, { params: { id } });
      await client.invalidateQueries({ queryKey: profilesQuery.queryKey });
      onOpen('');
    } catch (failure) {
      setSaid((failure as Error).message);
    }
  };
  const others = standard && document ? differingSettings(standard, document).length : 0;
  return (
    <Screen
      plate={[
        { caption: 'Profile', value: view?.name ?? '…', wide: true },
        { caption: 'Standard', value: document?.standard ?? '…', width: '90px' },
        { caption: 'Differs in', value: `${others} setting${others === 1 ? '' : 's'}`, width: '110px' },
        {
          caption: 'Revision',
          value: view ? `${view.revision || '–'}${view.changed ? ', changed since' : ''}` : '…',
          width: '140px',
        },
        { caption: 'Formats', value: String(view?.formats ?? '…'), width: '80px' },
        { caption: 'Drawings', value: String(view?.drawings ?? '…'), width: '80px' },
        { caption: 'Saved', value: <SavingWords kind={saving.kind} />, width: '230px' },
      ]}
    >
      <Flex height="100%">
        <SidePane
          label="Settings"
          on="profiles"
          listLabel="List of settings"
          list={list}
          head={
            <>
              <Flex gap="6px">
                <Box flex="1" minWidth={0}>
                  <Select aria-label="Profile" value={id} onChange={(event) => onOpen(event.target.value)}>
                    {profiles.map((one) => (
                      <option key={one.id} value={one.id}>
                        {one.name}
                      </option>
                    ))}
                  </Select>
                </Box>
                <OnlyFor role="administrator">
                  <Button
                    type="button"
                    look="primary"
                    disabled={!view?.changed}
                    title={view?.changed ? undefined : 'Nothing has changed since the last release.'}
                    onClick={() => setDialog('release')}
                  >
                    Release revision {(view?.revision ?? 0) + 1}…
                  </Button>
                </OnlyFor>
                <Menu
                  trigger={(trigger) => (
                    <Button type="button" aria-label="More" {...trigger}>
                      More
                    </Button>
                  )}
                  entries={[
                    { value: 'compare', words: 'Compare…' },
                    { value: 'new', words: 'New profile…' },
                    { value: 'rename', words: 'Rename…' },
                    { value: 'remove', words: 'Remove' },
                  ]}
                  placement="bottom-end"
                  onChoose={(chosen) => (chosen === 'remove' ? void remove() : setDialog(chosen as Asked))}
                />
              </Flex>
              <Flex gap="6px" pt="6px" align="center">
                <TextInput
                  aria-label="Search the settings"
                  placeholder="Search the settings"
                  value={search}
                  onChange={(event) => setSearch(event.target.value)}
                />
                <Button type="button" look="quiet" disabled={done.length === 0} onClick={() => store.undo()}>
                  Undo
                </Button>
                <Button type="button" look="quiet" disabled={undone.length === 0} onClick={() => store.redo()}>
                  Redo
                </Button>
              </Flex>
              <Flex as="nav" aria-label="Sections" wrap="wrap" pt="5px" gap="0 2px">
                {SECTIONS.map(({ id: sectionId, title }) => (
                  <Button
                    key={sectionId}
                    type="button"
                    look="quiet"
                    height="22px"
                    fontSize="13px"
                    onClick={() => toSection(sectionId)}
                  >
                    {title}
                  </Button>
                ))}
              </Flex>
              <LookingOnly role="administrator" />
              {(said ?? problem) !== undefined && <Problem>{said ?? problem}</Problem>}
            </>
          }
        >
          <Box px="14px">
            <OnlyFor role="administrator">
              {document && search === '' && (
                <BookRow profile={id} book={document.rules} onChanged={() => store.load()} />
              )}
              {document &&
                standard &&
                sections.map((section) => (
                  <Box key={section.id} data-section={section.id}>
                    <SettingsOf
                      section={section}
                      hands={{
                        profile: document,
                        standard,
                        onHand: setHand,
                        onChange: (changes) => {
                          setSaid(undefined);
                          return store.change(changes);
                        },
                      }}
                    />
                  </Box>
                ))}
              {document && search === '' && (
                <HouseValues profile={document} onSet={(property, value) => store.setValue(property, value)} />
              )}
            </OnlyFor>
            {sections.length === 0 && <Box color="soft">No settings match.</Box>}
          </Box>
        </SidePane>
        <Box flex="1" minWidth={0}>
          {document && view && fonts && (
            <ViewContext value={desk}>
              <SpecimenPane
                id={id}
                name={view.name}
                profile={document}
                released={view.released && { number: view.revision, document: view.released }}
                fonts={fonts}
                hand={hand}
                onOpen={reveal}
                onProblem={setSaid}
              />
            </ViewContext>
          )}
        </Box>
      </Flex>
      {dialog === 'new' && (
        <NewProfileDialog
          profiles={profiles}
          copyOf={id}
          onClose={() => setDialog(undefined)}
          onMade={(made) => {
            setDialog(undefined);
            onOpen(made);
          }}
        />
      )}
      {dialog === 'rename' && view && (
        <NameDialog
          title={`Rename ${view.name}`}
          start={view.name}
          action="Rename"
          onClose={() => setDialog(undefined)}
          onSave={async (name) => {
            await ask(renameProfile, { params: { id }, body: { name } });
            await store.load();
            await client.invalidateQueries({ queryKey: profilesQuery.queryKey });
            setDialog(undefined);
          }}
        />
      )}
      {dialog === 'release' && view && <ReleaseDialog store={store} onClose={() => setDialog(undefined)} />}
      {dialog === 'compare' && view && document && (
        <CompareDialog
          open={{ ...view, document }}
          profiles={profiles}
          onClose={() => setDialog(undefined)}
          onReveal={reveal}
        />
      )}
    </Screen>
  );
}

/** The sections with the settings that have what is searched for in their names, or all. */
function matching(search: string) {
  const words = search.trim().toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return SECTIONS;
  return SECTIONS.flatMap((section) => {
    const settings = section.settings.filter(({ words: said, help }) => {
      const text = `${section.title} ${said} ${help ?? ''}`.toLowerCase();
      return words.every((word) => text.includes(word));
    });
    return settings.length > 0 ? [{ ...section, settings }] : [];
  });
}
