import type { SurveyAnswer } from '@yarrow-ridge/contract';
import { barSpan, beatName, fromNumber, type Bar } from '@yarrow-ridge/core/score';

const LETTERS: Record<string, string> = { tune: 'T', chords: 'C', 'broken chords': 'B', 'running notes': 'R', rests: '' };
const TONES: Record<string, string> = { tune: 'var(--ridge)', chords: 'var(--heather)', 'broken chords': 'var(--moss)', 'running notes': 'var(--rust)' };
const ROW = 20;

/** What each hand does bar by bar, how dense it is, and the harmony, all on the bar axis. */
/** The harmony of a bar, beat by beat: `bar 7: G on 1, D7 on 3`. */
export const chordsText = (bar: Bar, chords: SurveyAnswer['chords']): string =>
  `bar ${bar.number}: ${chords.map((chord) => `${chord.name.replace('#', '♯') || 'no clear chord'} on ${beatName(bar, fromNumber(chord.offset))}`).join(', ')}`;

export function HandsChart({ survey, bars, hands, onOpen }: { survey: SurveyAnswer; bars: readonly Bar[]; hands: readonly string[]; onOpen: (from: number, to: number) => void }) {
  const count = bars.length;
  const most = Math.max(1, ...survey.density);
  const letters = count <= 120;
  const harmony = new Map<number, SurveyAnswer['chords']>();
  for (const chord of survey.chords) harmony.set(chord.bar, [...(harmony.get(chord.bar) ?? []), chord]);
  const every = Math.max(1, Math.ceil(count / 40));
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
      <div className="hands-row">
        <span className="small">harmony</span>
        <div className="hands-axis" style={{ gridTemplateColumns: `repeat(${count}, 1fr)` }}>
          {[...harmony].filter(([bar]) => bar % every === 0).map(([bar, chords]) => {
            const told = chords.map((chord) => chord.name.replace('#', '♯')).filter(Boolean).join(' ');
            return <span key={bar} className="hands-chord" title={chordsText(bars[bar]!, chords)} style={{ gridColumn: `${bar + 1} / ${Math.min(count, bar + every) + 1}` }}>{told}</span>;
          })}
        </div>
      </div>
      <p className="small soft">T tune · C chords · B broken chords · R running notes · framed: unlike the bars around it</p>
    </div>
  );
}
