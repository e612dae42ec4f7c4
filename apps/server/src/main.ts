import { Logger } from '@nestjs/common';
import { type Said, serve } from './serve.ts';

/** Last resort: an unhandled rejection is our bug; it is logged, and the server continues. */
process.on('unhandledRejection', (reason) => {
  new Logger('Unhandled').error(reason instanceof Error ? (reason.stack ?? reason.message) : String(reason));
});

const send = process.send?.bind(process);
let ending = false;
for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => (ending = true));
// If started by `npm start`, this process ends with its parent.
process.once('disconnect', () => {
  ending = true;
  void served.then(({ close }) => close()).then(() => process.exit(0));
});

const served = serve(process.env, {
  tell: (said: Said) => {
    if (send !== undefined) send(said);
    // If started directly or as a service, no other process prints it.
    else if ('listening' in said && said.setUpCode !== null)
      process.stdout.write(`This shop is not set up yet. Open it in a browser and enter the code ${said.setUpCode}.\n`);
  },
  lost: () => process.exit(1),
  askBackup: send === undefined ? null : () => void send({ backup: true }),
  isEnding: () => ending,
});
await served.then(({ loaded }) => loaded);
