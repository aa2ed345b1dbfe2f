import { firstVisitPage } from '../apps/server/dist/demo/quayside-funnel.js';

/** The demo's first page with a given form; the picture's file is not there, since pictures are not weighed. */
export const quaysideFunnel = (form) =>
  firstVisitPage(form, { id: '00000000-0000-4000-8000-000000000000', width: 1200, height: 800 }, [
    { name: 'Dr. Lea Moreno', role: 'Dentist', text: 'Listens first.', picture: null },
  ]);
