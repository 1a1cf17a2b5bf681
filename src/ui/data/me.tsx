'use client';

import { Box, chakra } from '@chakra-ui/react';
import { type ReactNode, createContext, useContext, useMemo, useState } from 'react';
import type { Me } from '../../contract/accounts';
import { ROLE_WORDS, type Role, mayDo, roleName, tooLittle } from '../../core/office/account';

interface Known {
  me: Me | undefined;
  setMe: (me: Me) => void;
}

const MeContext = createContext<Known>({ me: undefined, setMe: () => undefined });

/** Tells all screens who is signed in; `me` is who it was when the page was made. */
export function MeProvider({ me: first, children }: { me: Me | undefined; children: ReactNode }) {
  const [me, setMe] = useState(first);
  const known = useMemo(() => ({ me, setMe }), [me]);
  return <MeContext.Provider value={known}>{children}</MeContext.Provider>;
}

export const useMe = (): Known => useContext(MeContext);

/** Why whoever is signed in cannot do what takes a role; undefined when they can. */
export function useWhyNot(takes: Role): string | undefined {
  const { me } = useMe();
  return me && !mayDo(me.role, takes) ? tooLittle(takes, me.role) : undefined;
}

/** Says, where something is changed, why whoever is signed in only looks. */
export function LookingOnly({ role }: { role: Role }) {
  const { me } = useMe();
  if (!me || mayDo(me.role, role)) return null;
  return (
    <Box fontSize="13px" color="soft">
      Changed by {roleName(role)}s. You look at it as {ROLE_WORDS[me.role].one}.
    </Box>
  );
}

const Controls = chakra('fieldset', { base: { display: 'contents' } });

/** Controls that only a role uses: to others they show what there is. */
export function OnlyFor({ role, children }: { role: Role; children: ReactNode }) {
  return <Controls disabled={useWhyNot(role) !== undefined}>{children}</Controls>;
}
