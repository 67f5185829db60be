import { readTour } from '$lib/server/ground/gps-device';
import { found, teaching } from '$lib/server/request/guard';
import type { RequestHandler } from './$types';

/** Reads a tour from the simulated device. */
export const GET: RequestHandler = ({ locals, params }) => {
  teaching(locals);
  return new Response(found(readTour(params.tour), 'tour'), {
    headers: { 'content-type': 'application/gpx+xml' }
  });
};
