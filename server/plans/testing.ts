import { demoFile, openTestStudio, type Answer, type TestStudio } from "../testing.ts";

export interface Card {
  id: string;
  from: number;
  to: number;
  hands: string;
  tempo: number;
  minutes: number;
  kind: string;
  status: string;
}
export interface Plan extends Answer {
  sections: string[] | null;
  remedies: { minutes?: number; readyBy?: string; rule?: string };
  feasible: boolean;
  missingMinutes: number;
  workMinutes: number;
  steps: number[];
  message: string;
  days: { date: string; cards: Card[] }[];
}
export interface State extends Card {
  step: number;
  steps: number[];
  secure: number;
  missing: number;
  warmUp: number;
  finished: boolean;
  tries: { id: string; result: string }[];
}
export interface Tried extends Answer {
  promoted: boolean;
  card: State;
}

/** A studio on a Monday, 2030-03-04, in which Ada Quill has been given the demo's short piece. */
export async function openGiven() {
  const studio = await openTestStudio({ date: "2030-03-04" });
  const lesson = { lessonWeekday: 2, lessonTime: "16:00" };
  const student = (await studio.ask("POST", "/api/students", { name: "Ada Quill", ...lesson }))
    .json;
  const piece = (await studio.bring(demoFile("lanterns-on-the-ettle"))).json;
  const assignment = (
    await studio.ask("POST", "/api/assignments", { studentId: student.id, pieceId: piece.id })
  ).json;
  return { studio, student, assignment, ...asking(studio, assignment) };
}

const asking = (studio: TestStudio, assignment: Answer) => ({
  make: async (over: object = {}) =>
    (await studio.ask("POST", "/api/plans", {
      assignmentId: assignment.id,
      goalTempo: 92,
      readyBy: "2030-03-24",
      minutesByWeekday: [20, 20, 0, 20, 20, 30, 0],
      rule: "three-to-one",
      forecast: false,
      ...over,
    })) as unknown as { status: number; json: Plan },
  plan: async (id: string) => (await studio.ask("GET", `/api/plans/${id}`)).json as unknown as Plan,
  attempt: async (cardId: string, result: string, more: object = {}) =>
    (await studio.ask("POST", "/api/attempts", { cardId, result, ...more }))
      .json as unknown as Tried,
});

/** The cards of a plan that were not begun: those stay on their day, whatever becomes of it. */
export const notBegun = ({ days }: Plan): Card[] =>
  days.flatMap(({ cards }) => cards).filter(({ status }) => status === "open");
