import { createContext } from 'react';
import type { ProofClient } from './proof-client';

/** The worker that proofs are made in, for what else is tried in it; absent until it runs. */
export const ProofClientContext = createContext<ProofClient | undefined>(undefined);
