import type { ImportPlanDto } from '../imports/import.dto.ts';
import type { TestServer } from './server.ts';

/** Sends files of a kind of record as a lead does: preview, then execution. */
export function filesOf(things: string, server: () => TestServer) {
  const send = (path: string, file: string | Buffer, query: object = {}) =>
    server()
      .http.post(`/api/imports/${things}${path}`)
      .query({ format: 'csv', ...query })
      .type('application/octet-stream')
      .send(Buffer.from(file as string));
  const preview = async (file: string | Buffer): Promise<ImportPlanDto> =>
    (await send('/preview', file).expect(200)).body;
  return {
    send,
    preview,
    carryOut: async (file: string) => send('', file, { plan: (await preview(file)).plan }).expect(200),
    /** The plans of our own export as an import, as CSV and as JSON. */
    roundTrip: async () => {
      const { text } = await server().http.get(`/api/exports/${things}.csv`).expect(200);
      const { body } = await server().http.get(`/api/exports/${things}.json`).expect(200);
      const json = await send('/preview', JSON.stringify(body), { format: 'json' }).expect(200);
      return [await preview(text), json.body as ImportPlanDto] as const;
    },
  };
}
