import { fraction } from "../../score/index.ts";
import type { Played } from "../../fingering/index.ts";
import { plain } from "../../words/say.ts";
import { keyOfName, readScore } from "../../score/index.ts";
import { instrument, readingOf } from "../index.ts";
import { propose, proposeNotes } from "../propose.ts";

// What a teacher says of fingers between their notes: common practice, no source.

/** Moments one after the other, `F4/1.1`: a note, its string and its finger; `r` a rest. */
function reasons(text: string): string {
  const [locks, strings] = [new Map<string, string>(), new Map<string, string>()];
  const notes = text.split(" | ").flatMap((moment, i) =>
    moment.split(" ").flatMap((one): Played[] => {
      if (one === "r") return [];
      const [name, place] = one.split("/") as [string, string];
      const [string, finger] = place.split(".") as [string, string];
      const id = `${i}.${name}`;
      locks.set(id, finger);
      strings.set(id, string);
      return [
        {
          ...{ id, bar: 0, midi: keyOfName(name)!, grace: false, staccato: false },
          ...{ at: fraction(i, 1), length: fraction(1, 1) },
        },
      ];
    }),
  );
  const also = new Map([["string", strings]]);
  const found = proposeNotes(notes, { instrument: "guitar", hand: "hands", locks, also });
  return found.reasons.map(plain).join(" ");
}

it("says which finger stays down for its next note", () => {
  // open strings between two times the same fingers
  expect(reasons("E3/4.2 A3/3.3 | D4/2.0 E4/1.0 | E3/4.2 A3/3.3")).toContain(
    "Stay down for their next note: 2 on string 4 at fret II; 3 on string 3 at fret II.",
  );
  // struck again at once it has not left
  expect(reasons("A3/3.2 C4/2.1 | A3/3.2 C4/2.1")).not.toContain("Stay down");
  // nor does it stay over a shift
  expect(reasons("A3/3.2 C4/2.1 | C5/1.4 | A3/3.2 C4/2.1")).not.toContain("Stay down");
});

it("says which finger can be set early, and not on a string that still sounds", () => {
  expect(reasons("A3/3.2 E4/1.0 | B3/2.0 E4/1.0 | E3/4.2 C4/2.1")).toContain(
    "Can be set early: 2 on string 4 at fret II, free from 1 quarter before on.",
  );
  expect(reasons("A3/3.2 E4/1.0 | D3/4.0 E4/1.0 | E3/4.2 C4/2.1")).not.toContain("set early");
});

it("says the beat from which on a finger is free", () => {
  const note = (name: string, isChord: boolean) =>
    `<note>${isChord ? "<chord/>" : ""}<pitch><step>${name[0]}</step><octave>${name[1]}</octave></pitch>` +
    "<duration>1</duration><voice>1</voice></note>";
  const chord = (text: string) => text.split(" ").map((name, i) => note(name, i > 0));
  const { score } = readScore(
    '<score-partwise><part-list/><part id="P"><measure number="7"><attributes>' +
      "<divisions>1</divisions><time><beats>3</beats><beat-type>4</beat-type></time><clef>" +
      "<sign>G</sign><line>2</line><clef-octave-change>-1</clef-octave-change></clef></attributes>" +
      `${["A3 E4", "B3 E4", "E3 C4"].flatMap(chord).join("")}</measure></part></score-partwise>`,
    readingOf(instrument("guitar")),
  );
  const told = (values: string) => new Map(score.notes.map(({ id }, i) => [id, values[i]!]));
  const found = propose(score, {
    ...{ instrument: "guitar", hand: "hands", from: 0, to: 0 },
    ...{ locks: told("200021"), also: new Map([["string", told("312142")]]) },
  });
  expect(found.reasons.map(plain).join(" ")).toContain(
    "Can be set early: 2 on string 4 at fret II (bar 7), free from bar 7, beat 2 on.",
  );
});

it("names the pattern of what is plucked together too", () => {
  const bar = "E3/4.2 C4/2.1 | G3/3.0 | C4/2.1 | G3/3.0";
  expect(reasons(`${bar} | ${bar}`)).toMatch(/Plucked p[ma] i m i, again and again\./);
});
