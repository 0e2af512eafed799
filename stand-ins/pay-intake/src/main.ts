/** The pay system that ships with the demo, as a program: `HEATH_INTAKE_PORT`, and its ledger below `HEATH_INTAKE_FOLDER`. */
import { join } from 'node:path';
import { startIntake } from './service.ts';

const port = Number(process.env.HEATH_INTAKE_PORT ?? 0);
const folder = process.env.HEATH_INTAKE_FOLDER ?? '.';
const people = Number(process.env.HEATH_INTAKE_PEOPLE ?? 64);

startIntake({ ledgerFile: join(folder, 'ledger.jsonl'), people, port }).then(
  ({ url, close }) => {
    process.send?.({ listening: url });
    const stop = () => void close().then(() => process.exit(0));
    process.on('SIGINT', stop);
    process.on('SIGTERM', stop);
    // Whoever started it is gone.
    process.on('disconnect', stop);
  },
  (error: Error) => {
    process.stderr.write(`The pay intake cannot start: ${error.message}\n`);
    process.exit(1);
  },
);
