import fc from 'fast-check';

// Laws are tried on the same made-up cases every time, so that a run tells of the change and not of the draw. Others are
// tried with LAW_SEED set to any whole number; the one that broke a law is printed with it.
fc.configureGlobal({ seed: Number(process.env['LAW_SEED'] ?? 20261128) });
