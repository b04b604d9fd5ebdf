import { demoFile, openTestStudio } from "../testing.ts";

// The same program and the same migrations on a PostgreSQL server.
it("brings, marks, plans and logs on a PostgreSQL server, and finds it all again", async () => {
  const url = process.env.TEST_DATABASE_URL!;
  const first = await openTestStudio({ url });
  const piece = (await first.bring(demoFile("lanterns-on-the-ettle"))).json;
  expect(piece).toMatchObject({ bars: 24, newBars: 15 });
  const { notes } = (
    await first.ask("POST", `/api/pieces/${piece.id}/fingerings/propose`, {
      hand: "left",
      from: 0,
      to: 7,
    })
  ).json as unknown as { notes: { id: string; finger: number }[] };
  expect(
    (
      await first.ask("PUT", `/api/pieces/${piece.id}/fingerings`, {
        fingerings: notes.map(({ id, finger }) => ({ id, finger })),
      })
    ).status,
  ).toBe(200);
  await first.ask("PUT", `/api/pieces/${piece.id}/pedal`, {
    marks: [{ bar: 0, offset: "1/3", kind: "down" }],
  });
  await first.ask("POST", `/api/pieces/${piece.id}/sections`, {
    name: "A",
    from: { bar: 0 },
    to: { bar: 8 },
  });
  const student = (await first.ask("POST", "/api/students", { name: "Ada Quill" })).json;
  const assignment = (
    await first.ask("POST", "/api/assignments", { studentId: student.id, pieceId: piece.id })
  ).json;
  const plan = (
    await first.ask("POST", "/api/plans", {
      forecast: false,
      assignmentId: assignment.id,
      goalTempo: 92,
      readyBy: "2030-04-04",
      minutesByWeekday: [20, 20, 20, 20, 20, 20, 20],
    })
  ).json as unknown as { id: string; days: { cards: { id: string }[] }[] };
  for (let i = 0; i < 3; i++)
    expect(
      (
        await first.ask("POST", "/api/attempts", {
          cardId: plan.days[0]!.cards[0]!.id,
          result: "clean",
        })
      ).json.promoted,
    ).toBe(i === 2);
  await first.close();

  const second = await openTestStudio({ url, date: "2030-03-05" });
  const marks = (await second.ask("GET", `/api/pieces/${piece.id}/annotations`))
    .json as unknown as { fingerings: unknown[]; pedal: { marks: unknown[] }; sections: unknown[] };
  expect([marks.fingerings.length, marks.pedal.marks, marks.sections.length]).toEqual([
    notes.length,
    [{ bar: 0, offset: 1 / 3, exact: "1/3", kind: "down" }],
    1,
  ]);
  const again = (await second.ask("GET", `/api/plans/${plan.id}`)).json as unknown as {
    days: { date: string }[];
  };
  expect(again.days[0]!.date).toBe("2030-03-05");
  expect((await second.ask("GET", "/api/studio")).json).toMatchObject({ pieces: 1, students: 1 });
  await second.close();
});
