import { say } from "@yarrow-ridge/core/words";
import { Dialog, DialogContent, DialogTitle } from "@mui/material";
import { instruments } from "@yarrow-ridge/core/instruments";
import { COMMANDS, shownKeys, type Command, type Place } from "./keys.ts";

const PLACES: readonly (readonly [Place, string])[] = [
  ["everywhere", say`Everywhere`],
  ["desk", say`A piece`],
  ["form", say`Form`],
  ["hands", say`Hands`],
  ["marks", say`Pedal and other marks`],
  ["pedal", say`Pedal`],
  ["shape", say`Shape`],
  ["pages", say`Pages of a printed score`],
  ["room", say`Practice room`],
];

/** The signs of each instrument, a line for each thing that is said of a note. */
const SIGNS: readonly (readonly [keys: string, does: string])[] = instruments.flatMap((of) =>
  of.aspects
    .filter((aspect) => aspect.symbols.length > 0)
    .map(
      ({ symbols, name }) =>
        [
          symbols.map(({ key }) => key.replace("shift+", "Shift ").toUpperCase()).join("  "),
          `${of.name}: ${name}`,
        ] as const,
    ),
);

/** All keys, from the table they are listened by. */
export function Shortcuts({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} maxWidth="md">
      <DialogTitle component="h2">{say`Keys`}</DialogTitle>
      <DialogContent className="shortcuts" tabIndex={0}>
        <AllKeys />
      </DialogContent>
    </Dialog>
  );
}

/** Every key, by where it acts. */
export const AllKeys = () => (
  <>
    {PLACES.map(([place, name]) => (
      <Keys
        key={place}
        name={name}
        keys={(COMMANDS[place] as readonly Command[]).map((one) => [shownKeys(one), one.does])}
      />
    ))}
    <Keys name={say`On a chosen note`} keys={SIGNS} />
  </>
);

function Keys({
  name,
  keys,
}: {
  name: string;
  keys: readonly (readonly [keys: string, does: string])[];
}) {
  return (
    <section>
      <h3>{name}</h3>
      <dl>
        {keys.map(([key, does]) => (
          <div key={`${key} ${does}`}>
            <dt>
              <span className="key">{key}</span>
            </dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
