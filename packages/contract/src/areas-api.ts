import { AreaId, ClientId } from '@plumgate/core/basics';
import { AreaContent } from '@plumgate/core/market';
import { z } from 'zod';
import { AreaReport, AreaView } from './areas.ts';
import { endpoint } from './endpoint.ts';
import { nothing, Version } from './parts.ts';

const ofClient = z.object({ clientId: ClientId });
const ofArea = z.object({ areaId: AreaId });
export const listAreas = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/areas',
  summary: 'The neighborhoods of which a client reports the market, by name',
  right: 'funnels.read',
  params: ofClient,
  answer: z.object({ areas: z.array(AreaView) }),
});
export const createArea = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/areas',
  summary: 'Add a neighborhood, by postcodes, towns or an outline on the map',
  right: 'funnels.write',
  params: ofClient,
  body: AreaContent,
  example: { name: 'Gannet Head', postcodes: ['04596'], towns: [], outline: [] },
  answer: z.object({ id: AreaId }),
});
export const saveArea = endpoint({
  method: 'PUT',
  path: '/api/areas/:areaId',
  summary: 'Change a neighborhood',
  right: 'funnels.write',
  params: ofArea,
  body: z.strictObject({ version: Version, content: AreaContent }),
  answer: nothing,
});
export const removeArea = endpoint({
  method: 'DELETE',
  path: '/api/areas/:areaId',
  summary: 'Remove a neighborhood; its homes stay',
  right: 'funnels.write',
  params: ofArea,
  answer: nothing,
});
export const getAreaReport = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/areas/:areaId/report',
  summary:
    'The market of a neighborhood: the 90 days up to a day, today if none is given, and 24 months; prices in minor units; null where fewer than five homes tell',
  right: 'funnels.read',
  params: z.object({ clientId: ClientId, areaId: AreaId }),
  query: z.object({ asOf: z.iso.date('Give the day as 2026-11-05.').optional() }),
  answer: AreaReport,
});
