/** One of several tunes in a file. */
export interface TuneChoice {
  readonly index: number;
  readonly title: string;
}

/** An answer that refused, with the sentence for people. */
export class Refusal extends Error {
  readonly status: number;
  readonly bar: string | undefined;
  /** Tunes to choose from, when a file holds several. */
  readonly choices: readonly TuneChoice[] | undefined;
  /** Where something moved on in the meantime: the revision now, or the fields as they are. */
  readonly revision: number | undefined;
  readonly now: Readonly<Record<string, unknown>> | undefined;
  constructor(status: number, detail: string, told: Partial<Told> = {}) {
    super(detail);
    this.status = status;
    this.bar = told.bar;
    this.choices = told.choices;
    this.revision = told.revision;
    this.now = told.now;
  }
}

/** What a refusal tells besides its sentence. */
export interface Told {
  readonly detail: string;
  readonly bar: string;
  readonly choices: readonly TuneChoice[];
  readonly revision: number;
  readonly now: Readonly<Record<string, unknown>>;
}
