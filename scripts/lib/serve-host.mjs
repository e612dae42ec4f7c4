import { serve } from '../../apps/server/dist/serve.js';

/**
 * Serves databases one after the other in a process that already loaded and compiled the program, which makes a start
 * faster. For journeys only; the server of a shop is a process of its own.
 */
let served = null;

process.on('message', ({ start, asked }) => {
  const work = start === undefined ? closed() : opened(start);
  work.then(
    (result) => process.send({ asked, result }),
    (error) => process.send({ asked, failure: error.stack ?? String(error) }),
  );
});
process.once('disconnect', () => process.exit(0));

async function opened(variables) {
  let said = null;
  served = await serve(variables, {
    tell: (each) => (said ??= each),
    lost: () => process.exit(1),
    askBackup: null,
    isEnding: () => false,
  });
  await served.loaded;
  return said;
}

async function closed() {
  await served?.close({ cut: true });
  served = null;
}
