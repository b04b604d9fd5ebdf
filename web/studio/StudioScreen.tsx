import { say } from "@yarrow-ridge/core/words";
import { stageName } from "@yarrow-ridge/core/practice";
import { useDeferredValue, useEffect, useState } from "react";
import { Button, MenuItem, TextField } from "@mui/material";
import dayjs from "dayjs";
import { Link } from "react-router";
import type { DueCardAnswer, StudioAnswer } from "@yarrow-ridge/contract";
import { useAnswer } from "../answers/queries.ts";
import { FindField } from "../shell/FindField.tsx";
import { Pager } from "../shell/Pager.tsx";
import { type Spoken } from "../words/spoken.ts";
import { timeText, WEEKDAYS, weekdayOf, withWeekday } from "../settings/spokenDates.ts";
import { useSpoken } from "../words/useSpoken.ts";
import { StudentForm } from "../students/StudentForm.tsx";
import { Title } from "../shell/Title.tsx";
import { Trouble } from "../shell/Trouble.tsx";
import { Waiting } from "../shell/Waiting.tsx";
import { Ridge } from "../ridge/Ridge.tsx";
import { BringScore } from "./BringScore.tsx";
import { TryOurs } from "./TryOurs.tsx";
import { PieceList } from "./PieceList.tsx";
import { Week } from "./Week.tsx";
import "./studio.css";

/** Milliseconds after which a studio that is looked at is taken to be idle. */
const IDLE = 4000;

/** Today in the studio: who comes, what is due, and the repertoire. */
export function StudioScreen() {
  const studio = useAnswer("studio");
  const spoken = useSpoken();
  const [adding, setAdding] = useState(false);
  const hasPieces = (studio.data?.pieces ?? 0) > 0;
  useEffect(() => {
    if (!hasPieces) return;
    const timer = setTimeout(() => {
      void import("../score/engraver.ts").then(({ startAhead }) => startAhead());
    }, IDLE);
    return () => clearTimeout(timer);
  }, [hasPieces]);
  if (studio.isError) return <Trouble error={studio.error} again={() => void studio.refetch()} />;
  if (!studio.data) return <Waiting what={say`the studio`} />;
  const { name, today, pieces, students, due } = studio.data;
  const empty = pieces === 0 && students === 0;
  return (
    <div className="studio">
      <Title name={name}>
        <span className="soft">{withWeekday(today, spoken)}</span>
      </Title>
      {empty ? (
        <div className="studio-empty">
          <BringScore large />
          <TryOurs />
          <p className="soft">
            <Button onClick={() => setAdding(true)}>{say`Add a student`}</Button>
            <Button component={Link} to="/help">{say`How it goes`}</Button>
            <Button component={Link} to="/copies">{say`Bring a copy back`}</Button>
          </p>
        </div>
      ) : (
        <>
          <section className="stack" aria-label={say`Students today`}>
            <div className="row spread">
              <h2>{say`Students`}</h2>
              <Button
                variant="outlined"
                onClick={() => setAdding(true)}
              >{say`Add a student`}</Button>
            </div>
            <Roster due={due} today={today} />
            <p className="small soft">
              {say`At least a few minutes’ break in every half hour, for children sooner. `}
              <Link to="/archive">{say`Archive`}</Link> · <Link to="/copies">{say`Copies`}</Link> ·{" "}
              <Link to="/help">{say`How it goes`}</Link> · <Link to="/about">{say`About`}</Link>
            </p>
          </section>
          <section className="stack" aria-label={say`Repertoire`}>
            <div className="row spread">
              <h2>{say`Pieces`}</h2>
            </div>
            <PieceList />
            <BringScore large={pieces === 0} />
            {pieces === 0 && <TryOurs />}
            <Week studio={studio.data} />
          </section>
        </>
      )}
      {adding && <StudentForm onClose={() => setAdding(false)} />}
    </div>
  );
}

/** Every student with the next lesson and today's practice; who comes next stands first. */
function Roster({ due, today }: Pick<StudioAnswer, "due" | "today">) {
  const [q, setQ] = useState("");
  const [page, setPage] = useState(1);
  const [sort, setSort] = useState("lesson");
  const spoken = useSpoken();
  const asked = useDeferredValue(q);
  const everyone = useAnswer(
    "listStudents",
    {},
    { sort, page: String(page), ...(asked ? { q: asked } : {}) },
  );
  const rows = everyone.data?.items ?? [];
  const total = everyone.data?.total ?? 0;
  if (everyone.data && total === 0 && !q)
    return (
      <p className="card soft">{say`Nobody yet. Add a student to give a piece to; a teacher can be
        their own student.`}</p>
    );
  return (
    <>
      {(total > 8 || q !== "") && (
        <div className="row">
          <FindField
            label={say`Find a student`}
            value={q}
            onChange={(text) => {
              setQ(text);
              setPage(1);
            }}
          />
          <TextField
            select
            value={sort}
            onChange={(event) => setSort(event.target.value)}
            slotProps={{ htmlInput: { "aria-label": say`Order of the students` } }}
          >
            <MenuItem value="lesson">{say`who comes next`}</MenuItem>
            <MenuItem value="name">{say`by name`}</MenuItem>
            <MenuItem value="newest">{say`newest first`}</MenuItem>
          </TextField>
        </div>
      )}
      {everyone.data && total === 0 && <p className="soft">{say`Nobody called “${q}”.`}</p>}
      <ul className="plain-list stack">
        {rows.map((student) => {
          const cards = due.filter((card) => card.studentId === student.id);
          return (
            <li key={student.id} className="card roster">
              <div className="roster-who">
                <Link to={`/students/${student.id}`} className="roster-name">
                  {student.name}
                </Link>
                <div className="soft">
                  {student.nextLesson
                    ? lessonText(student.nextLesson, today, spoken)
                    : say`no lesson time set`}
                </div>
              </div>
              <Due cards={cards} />
              {cards[0] && <SmallRidge card={cards[0]} />}
            </li>
          );
        })}
      </ul>
      <Pager list={everyone.data} onPage={setPage} />
    </>
  );
}

/** How the piece stands that is due today. */
function SmallRidge({ card }: { card: DueCardAnswer }) {
  const ridge = useAnswer("ridge", { id: card.assignmentId }).data;
  if (!ridge) return null;
  const bars = ridge.bars.map((_, index) => ({ number: String(index + 1) }));
  return (
    <Link to={`/assignments/${card.assignmentId}`} className="roster-ridge">
      <Ridge
        bars={bars}
        ground={ridge.bars}
        goal={ridge.goalTempo ?? undefined}
        sections={[]}
        chosen={undefined}
        height={34}
      />
      <span className="soft small">
        {card.pieceTitle} · {stageName[ridge.stage]}
      </span>
    </Link>
  );
}

function Due({ cards }: { cards: readonly DueCardAnswer[] }) {
  const open = cards.filter((card) => card.status !== "done");
  if (cards.length === 0) return <span className="soft">{say`nothing due today`}</span>;
  const next = open[0];
  const minutes = open.reduce((sum, card) => sum + card.minutes, 0);
  return (
    <div className="roster-due">
      <span className="soft">
        {open.length
          ? say`${open.length} ${open.length === 1 ? say`card` : say`cards`} left, ${minutes} min`
          : say`today’s ${cards.length} cards are done`}
      </span>
      {next && (
        <Button
          variant="contained"
          component={Link}
          to={`/practice/${next.id}`}
        >{say`Practise ${next.pieceTitle}, ${next.bars}`}</Button>
      )}
    </div>
  );
}

const lessonText = (at: string, today: string, spoken: Spoken): string => {
  const days = dayjs(at.slice(0, 10)).diff(dayjs(today), "day");
  const day = days === 0 ? "today" : days === 1 ? "tomorrow" : WEEKDAYS[weekdayOf(at)]!;
  return say`lesson ${day} at ${timeText(at.slice(11, 16), spoken)}`;
};
