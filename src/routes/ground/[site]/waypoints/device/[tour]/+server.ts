import { readTour } from '$lib/server/ground/gps-device';
import { orNotFound, requireTeacher } from '$lib/server/request/guard';
import type { RequestHandler } from './$types';

/** Reads a tour from the simulated device. */
export const GET: RequestHandler = ({ locals, params }) => {
  requireTeacher(locals);
  return new Response(orNotFound(readTour(params.tour), 'tour'), {
    headers: { 'content-type': 'application/gpx+xml' }
  });
};
