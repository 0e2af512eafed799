/** Property tests repeat: the same cases in every run. HEATH_SEED tries others. */
import fc from 'fast-check';

fc.configureGlobal({ ...fc.readConfigureGlobal(), seed: Number(process.env.HEATH_SEED ?? 20_261_019) });
