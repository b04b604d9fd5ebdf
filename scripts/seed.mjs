// Property tests draw the same inputs at every run, so that a red run can be repeated; SEED=n draws
// others.
import fc from "fast-check";

fc.configureGlobal({ seed: Number(process.env.SEED ?? 20301) });
