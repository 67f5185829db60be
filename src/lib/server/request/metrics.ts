import { createServer } from 'node:http';
import { Gauge, Histogram, Registry, collectDefaultMetrics } from 'prom-client';
import { settings } from '../settings';
import { log } from './log';

/** Figures of this process for Prometheus, at a port of loopback that a proxy does not pass on; off where none is set. */

const registry = new Registry();
const answered = new Histogram({
  name: 'good_trail_request_seconds',
  help: 'Time until an answer, by the pattern of its address',
  labelNames: ['route', 'method', 'status'] as const,
  buckets: [0.01, 0.03, 0.1, 0.3, 1, 3, 10],
  registers: [registry]
});
/** Counts an answer. @param route its pattern, never its address: there may be a token in it */
export const countAnswer = (route: string | null, method: string, status: number, ms: number): void =>
  answered.observe({ route: route ?? 'none', method, status: String(status) }, ms / 1000);

/**
 * Tells the figures from now on, where a port is set.
 * @param connections to the database at the moment, by their state
 * @returns what ends it
 */
export function serveMetrics(connections: () => Readonly<Record<string, number>>): () => void {
  const { METRICS_PORT: port } = settings();
  if (!port) return () => undefined;
  collectDefaultMetrics({ register: registry });
  registry.registerMetric(
    new Gauge({
      name: 'good_trail_database_connections',
      help: 'Connections of this process: all, those that nobody uses, and requests that wait for one',
      labelNames: ['state'] as const,
      registers: [],
      collect() {
        for (const [state, count] of Object.entries(connections())) this.set({ state }, count);
      }
    })
  );
  const server = createServer((request, response) => {
    if (request.method !== 'GET' || request.url !== '/metrics') {
      response.writeHead(404).end();
      return;
    }
    registry.metrics().then(
      (text) => response.writeHead(200, { 'content-type': registry.contentType }).end(text),
      () => response.writeHead(500).end()
    );
  });
  // The installation serves without its figures, too.
  server.on('error', (problem) => log.error({ what: 'no figures', why: problem.message }));
  server.listen(port, '127.0.0.1');
  return () => void server.close();
}
