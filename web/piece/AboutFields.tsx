import { say, small } from "@yarrow-ridge/core/words";
import { MenuItem, TextField } from "@mui/material";
import { handName, instrument } from "@yarrow-ridge/core/instruments";
import type { About } from "@yarrow-ridge/core/score";

const WORDS = [
  ["story", say`A story or an image`],
  ["scoring", say`Imagined instruments`],
  ["texture", say`Texture`],
] as const;
const DYNAMICS = [
  ["", say`not said`],
  ["grow", say`grows`],
  ["fade", say`fades`],
  ["hold", say`holds`],
] as const;
const most = { htmlInput: { maxLength: 4000 } };

/** What else can be said of a section. What is left empty is not kept. */
export function AboutFields({
  about,
  kind,
  hands,
  onChange,
}: {
  about: About;
  kind: string;
  hands: readonly string[];
  onChange: (about: About) => void;
}) {
  const change = (name: string, value: unknown) => {
    const { [name as keyof About]: _, ...rest } = about;
    onChange(value ? { ...rest, [name]: value } : rest);
  };
  const job = (hand: string, text: string) => {
    const { [hand]: _, ...rest } = about.jobs ?? {};
    const jobs = text ? { ...rest, [hand]: text } : rest;
    change("jobs", Object.keys(jobs).length ? jobs : undefined);
  };
  return (
    <details open={Object.keys(about).length > 0} className="stack">
      <summary className="small">{say`Story, sound, hands, loudness`}</summary>
      <div className="stack" style={{ paddingTop: 8 }}>
        {WORDS.map(([name, label]) => (
          <TextField
            key={name}
            label={label}
            multiline
            maxRows={4}
            value={about[name] ?? ""}
            slotProps={most}
            onChange={(event) => change(name, event.target.value)}
          />
        ))}
        {hands.map((hand) => (
          <TextField
            key={hand}
            label={say`What the ${small(handName(instrument(kind), hand))} does`}
            multiline
            maxRows={3}
            value={about.jobs?.[hand] ?? ""}
            slotProps={most}
            onChange={(event) => job(hand, event.target.value)}
          />
        ))}
        <TextField
          select
          label={say`Its loudness`}
          value={about.dynamics ?? ""}
          onChange={(event) => change("dynamics", event.target.value)}
        >
          {DYNAMICS.map(([value, label]) => (
            <MenuItem key={value} value={value}>
              {label}
            </MenuItem>
          ))}
        </TextField>
      </div>
    </details>
  );
}

/** All that is said of a section, in a line. */
export function aboutText(words: string, about: About, nameOf: (hand: string) => string): string {
  const { story, scoring, texture, jobs = {}, dynamics } = about;
  return [
    words,
    story,
    scoring && say`like ${scoring}`,
    texture,
    ...Object.entries(jobs).map(([hand, job]) => `${nameOf(hand)}: ${job}`),
    DYNAMICS.find(([value]) => value !== "" && value === dynamics)?.[1],
  ]
    .filter(Boolean)
    .join(" · ");
}
