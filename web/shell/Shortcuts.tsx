import { Dialog, DialogContent, DialogTitle } from "@mui/material";

const GROUPS: [string, [string, string][]][] = [
  [
    "Everywhere",
    [
      ["Ctrl Z", "undo"],
      ["Ctrl Shift Z", "redo"],
      ["?", "this list"],
    ],
  ],
  [
    "A piece",
    [
      ["F  H  P  L", "open Form, Hands, Pedal, Shape"],
      ["+  −", "larger, smaller"],
      ["Shift → ←", "widen or narrow the chosen bars"],
      ["Esc", "let go of the selection"],
      ["→ ←", "on a boundary of a section: move it; with Alt it moves alone"],
    ],
  ],
  [
    "Hands",
    [
      ["→ ←", "next or previous note"],
      ["↑ ↓", "within a chord"],
      ["Tab", "the other hand"],
      ["1 – 5", "write the finger"],
      ["Backspace", "rub it out"],
      ["X", "give the note to the other hand"],
      ["S", "suggest fingers for the chosen bars"],
      ["T", "the next finger takes over silently (4-5)"],
      ["O", "the finger may be left, or may not"],
      ["K", "keep the hand in its position in the chosen bars"],
      ["Enter", "ink the pencilled fingers"],
      ["B", "ink those in the chosen bars only"],
    ],
  ],
  [
    "Pedal",
    [
      ["→ ←", "next or previous beat"],
      ["D  C  U", "down, change, up"],
      ["V", "flutter from here to the next mark"],
      ["A  N", "una corda, sostenuto: down, or up again"],
      ["1  2  4", "all the way, half, a quarter"],
      ["Backspace", "rub it out"],
      ["S", "suggest a pedal for the chosen bars"],
      ["Enter", "ink it"],
    ],
  ],
  [
    "Shape",
    [
      ["↑ ↓", "on a point of the curve: louder, softer"],
      ["→ ←", "to the next or previous point"],
      ["Backspace", "take the point away"],
      ["O", "bring the chosen note out, or not"],
      ["Space", "hear the chosen bars"],
    ],
  ],
  [
    "Practice room",
    [
      ["Space", "start or stop the metronome"],
      ["→ or Page Down", "clean"],
      ["← or Page Up", "slip"],
      ["↑", "hear it"],
      ["↓", "mend a slip: half tempo, between, back"],
      ["Backspace", "take the last try back"],
      ["Enter", "next card"],
      ["Esc", "leave"],
    ],
  ],
];

export function Shortcuts({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} maxWidth="md">
      <DialogTitle component="h2">Keys</DialogTitle>
      <DialogContent className="shortcuts">
        {GROUPS.map(([name, keys]) => (
          <section key={name}>
            <h3>{name}</h3>
            <dl>
              {keys.map(([key, does]) => (
                <div key={key}>
                  <dt>
                    <span className="key">{key}</span>
                  </dt>
                  <dd>{does}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </DialogContent>
    </Dialog>
  );
}
