import { createStore } from 'zustand/vanilla';

/** Whether the server has said that nobody is signed in here any more. */
export const signedOut = createStore<boolean>(() => false);
