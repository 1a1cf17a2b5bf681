/** Until there is sign-in, every change is by the one administrator whom the seed makes. */
export const THE_ADMINISTRATOR = { id: '00000000-0000-4000-8000-000000000001', name: 'Standards desk' };
