import type { SurveyAnswer } from '@yarrow-ridge/contract';
import { barSpan, beatName, fromNumber, type Bar } from '@yarrow-ridge/core/score';

const LETTERS: Record<string, string> = { tune: 'T', chords: 'C', 'broken chords': 'B', 'running notes': 'R', rests: '' };
const TONES: Record<string, string> = { tune: 'var(--ridge)', chords: 'var(--heather)', 'broken chords': 'var(--moss)', 'running notes': 'var(--rust)' };
const ROW = 20;
/** Columns of names that can be read side by side. */
const COLUMNS = 20;

/** The chords of so many bars at a time that their names have room. */
function columnsOf(count: number, chords: SurveyAnswer['chords']): { from: number; to: number; chords: SurveyAnswer['chords'] }[] {
  const every = Math.max(1, Math.ceil(count / COLUMNS));
  return Array.from({ length: Math.ceil(count / every) }, (_, i) => {
    const [from, to] = [i * every, Math.min(count, (i + 1) * every) - 1];
    return { from, to, chords: chords.filter((one) => one.bar >= from && one.bar <= to) };
  });
}

/** Signs of music for the letters of a chord or a note. */
const signed = (name: string): string => name.replace(/#/g, '♯').replace(/([A-G])b/g, '$1♭');
const WHAT: Record<string, string> = { passing: 'passes', neighbour: 'is a neighbour', suspension: 'is held over', anticipation: 'comes before its time', appoggiatura: 'leans' };

/** The harmony of a bar, beat by beat: `bar 7: G (I) on 1, D7 (V7) on 3; A passes on 2`. */
export const chordsText = (bar: Bar, chords: SurveyAnswer['chords']): string => {
  const strangers = chords.flatMap((chord) => chord.strangers.filter((one) => one.bar === bar.index));
  const told = strangers.slice(0, 6).map((one) => `${signed(one.pitch)} ${WHAT[one.what] ?? one.what} on ${beatName(bar, fromNumber(one.offset))}`);
  return `bar ${bar.number}: ${[chords.map((chord) => `${signed(chord.name)} (${chord.numeral}) on ${beatName(bar, fromNumber(chord.offset))}`).join(', '), ...told].join('; ')}`;
};

/** The same of several bars, a text for each. */
const columnText = (bars: readonly Bar[], chords: SurveyAnswer['chords']): string[] =>
  [...new Set(chords.map((one) => one.bar))].map((bar) => chordsText(bars[bar]!, chords.filter((one) => one.bar === bar)));

/** What each hand does bar by bar, how dense it is, and the harmony with its degrees and cadences, all on the bar axis. */

export function HandsChart({ survey, bars, hands, onOpen }: { survey: SurveyAnswer; bars: readonly Bar[]; hands: readonly string[]; onOpen: (from: number, to: number) => void }) {
  const count = bars.length;
  const most = Math.max(1, ...survey.density);
  const letters = count <= 120;
  const columns = columnsOf(count, survey.chords);
  const cadencesIn = (from: number, to: number) => survey.cadences.filter((one) => one.bar >= from && one.bar <= to).map((one) => one.text);
  return (
    <div className="hands-chart" role="group" aria-label="What each hand does in each bar">
      {survey.roles.map(({ hand, roles, odd }, h) => (
        <div key={hand} className="hands-row">
          <span className="small">{hands[h]}</span>
          <div className="hands-axis" style={{ gridTemplateColumns: `repeat(${count}, 1fr)` }}>
            {roles.map((role, bar) => (
              <button key={bar} type="button" title={`bar ${barSpan(bars, bar, bar)}: ${role}${odd.includes(bar) ? ', unlike the bars around it' : ''}`} aria-label={`${hands[h]}, bar ${barSpan(bars, bar, bar)}: ${role}`}
                className={odd.includes(bar) ? 'hands-cell odd' : 'hands-cell'} style={{ height: ROW, background: TONES[role] ? `color-mix(in srgb, ${TONES[role]} 22%, var(--card))` : 'none' }} onClick={() => onOpen(bar, bar)}>{letters ? LETTERS[role] : ''}</button>
            ))}
          </div>
        </div>
      ))}
      <div className="hands-row">
        <span className="small">notes a second</span>
        <div className="hands-axis dense" style={{ gridTemplateColumns: `repeat(${count}, 1fr)` }} role="img" aria-label={`Notes a second, at most ${most}`}>
          {survey.density.map((value, bar) => <span key={bar} title={`bar ${barSpan(bars, bar, bar)}: ${value}`} style={{ height: `${(value / most) * 100}%` }} />)}
        </div>
      </div>
      {(['harmony', 'degrees'] as const).map((what) => (
        <div key={what} className="hands-row">
          <span className="small">{what}</span>
          <div className="hands-axis" style={{ gridTemplateColumns: `repeat(${count}, 1fr)` }}>
            {columns.map(({ from, to, chords }) => (
              <span key={from} className={what === 'degrees' && cadencesIn(from, to).length ? 'hands-chord cadence' : 'hands-chord'} title={chords.length ? [...columnText(bars, chords), ...cadencesIn(from, to)].join('; ') : undefined} style={{ gridColumn: `${from + 1} / ${to + 2}` }}>
                {chords.map((chord) => (what === 'harmony' ? signed(chord.name) : chord.numeral)).join(' ')}
              </span>
            ))}
          </div>
        </div>
      ))}
      <p className="small soft">T tune · C chords · B broken chords · R running notes · framed: unlike the bars around it · a line after degrees: a cadence</p>
    </div>
  );
}
