import { demoFile, openTestStudio, type TestStudio } from "../testing.ts";

let studio: TestStudio;
let id: string;
const at = (path = "") => `/api/pieces/${id}${path}`;
interface Finger {
  id: string;
  finger: string;
  layer: string;
}
const answer = async (layer?: string) =>
  (await studio.ask("GET", at(`/annotations${layer ? `?layer=${encodeURIComponent(layer)}` : ""}`)))
    .json as unknown as { fingerings: Finger[]; others: Finger[] };
const fingers = async () => {
  const { fingerings, others } = await answer();
  return [...fingerings, ...others];
};
const write = (layer: string | undefined, list: { id: string; finger: string | null }[]) =>
  studio.ask("PUT", at("/fingerings"), { ...(layer ? { layer } : {}), fingerings: list });
let notes: { id: string; bar: number; hand: string; midi: number }[];

beforeAll(async () => {
  studio = await openTestStudio();
  ({ id } = (await studio.bring(new TextDecoder().decode(demoFile("lanterns-on-the-ettle")))).json);
  notes = (
    (await studio.ask("GET", at("/score"))).json as unknown as { notes: typeof notes }
  ).notes.filter((note) => note.hand === "right");
});
afterAll(() => studio.close());

describe("layers of fingers", () => {
  it("stand beside each other, and one can be asked for alone", async () => {
    await write(undefined, [
      { id: notes[0]!.id, finger: "5" },
      { id: notes[1]!.id, finger: "3" },
    ]);
    await write("small-hand", [{ id: notes[0]!.id, finger: "4" }]);
    await write("student:ines", [{ id: notes[1]!.id, finger: "2" }]);
    expect((await fingers()).map(({ layer, finger }) => `${layer} ${finger}`).sort()).toEqual([
      "small-hand 4",
      "student:ines 2",
      "teacher 3",
      "teacher 5",
    ]);
    expect((await answer()).fingerings.every((one) => one.layer === "teacher")).toBe(true);
    expect((await answer("small-hand")).fingerings).toEqual([
      { id: notes[0]!.id, finger: "4", layer: "small-hand", aspect: "finger" },
    ]);
    await write("small-hand", [{ id: notes[0]!.id, finger: null }]);
    expect((await fingers()).some((one) => one.layer === "small-hand")).toBe(false);
  });

  it("a proposal keeps what is written in its own layer only, and a check looks at what is read", async () => {
    await write("teacher", [{ id: notes[2]!.id, finger: "5" }]);
    await write("small-hand", [{ id: notes[2]!.id, finger: "3" }]);
    const propose = async (layer: string) =>
      (
        (
          await studio.ask("POST", at("/fingerings/propose"), {
            hand: "right",
            from: 0,
            to: 3,
            layer,
          })
        ).json as unknown as { notes: { id: string; finger: number }[] }
      ).notes.find((one) => one.id === notes[2]!.id)!.finger;
    expect([await propose("teacher"), await propose("small-hand")]).toEqual([5, 3]);
    const count = async (layer: string) =>
      (
        (await studio.ask("POST", at("/fingerings/check"), { layer })).json as unknown as {
          fingers: number;
        }
      ).fingers;
    // the other layer comes over the teacher's, which still counts
    expect(await count("student:ines")).toBe(await count("teacher"));
  });

  it("a student practises from the layer that was chosen", async () => {
    const student = (
      await studio.ask("POST", "/api/students", {
        name: "Ines",
        reach: 160,
        hand: { pairs: { 25: 110 }, octave: 152, level: "beginner" },
      })
    ).json;
    expect(student.hand).toEqual({ pairs: { 25: 110 }, octave: 152, level: "beginner" });
    const assignment = (
      await studio.ask("POST", "/api/assignments", { studentId: student.id, pieceId: id })
    ).json;
    expect(assignment.layer).toBe("teacher");
    expect(
      (await studio.ask("PATCH", `/api/assignments/${assignment.id}`, { layer: "small-hand" }))
        .json,
    ).toMatchObject({ layer: "small-hand", archived: false });
    expect(
      (await studio.ask("PATCH", `/api/assignments/${assignment.id}`, { layer: "mine" })).json
        .detail,
    ).toMatch(/teacher or small-hand/);
    expect(
      (await studio.ask("PATCH", `/api/students/${student.id}`, { hand: { pairs: { 25: 900 } } }))
        .status,
    ).toBe(400);
    expect(
      (await studio.ask("PATCH", `/api/students/${student.id}`, { hand: null })).json.hand,
    ).toBeNull();
  });
});
