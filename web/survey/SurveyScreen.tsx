import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import { handName, instrument } from "@yarrow-ridge/core/instruments";
import { useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { useAnswer } from "../answers/queries.ts";
import { useDeskPiece } from "../piece/useDeskPiece.ts";
import { Ridge } from "../ridge/Ridge.tsx";
import { ReachSelect, useStudentOf } from "../students/ReachSelect.tsx";
import { Title } from "../shell/Title.tsx";
import { Trouble } from "../shell/Trouble.tsx";
import { Waiting } from "../shell/Waiting.tsx";
import { Facts } from "./Facts.tsx";
import { HandsChart } from "./HandsChart.tsx";
import { Road } from "./Road.tsx";
import { BarLinks } from "../piece/BarLinks.tsx";
import "./survey.css";

/** What the piece is, before a note of it is played: every fact leads to its bars. */
export function SurveyScreen() {
  const { id = "" } = useParams();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const who = search.get("for");
  const student = useStudentOf(who ?? undefined);
  const [asked, setReach] = useState<number>();
  const reach = asked ?? student?.reach ?? 165;
  const found = useAnswer("survey", { id }, { reach: String(reach) });
  const { ready, error, again, sections } = useDeskPiece(id);
  const problem = error ?? found.error;
  if (problem)
    return (
      <Trouble
        error={problem}
        again={() => {
          again();
          void found.refetch();
        }}
      />
    );
  if (!ready || !found.data) return <Waiting what={say`the survey`} />;
  const { piece, score, form } = ready;
  const kind = instrument(piece.instrument);
  const open = (from: number, to: number) =>
    void navigate(
      `/pieces/${id}?${new URLSearchParams({ ...(who ? { for: who } : {}), bars: `${from}-${to}` }).toString()}`,
    );
  const ground = score.bars.map((bar) => ({
    secure: 0,
    together: 0,
    isNew: Object.values(form.isNew).some((hand) => hand[bar.index]),
    silent: false,
  }));
  return (
    <div className="survey">
      <Title name={piece.title}>
        <span className="soft desk-facts">{say`survey`}</span>
        <Button
          size="small"
          variant="outlined"
          component={Link}
          to={`/pieces/${id}${who ? `?for=${who}` : ""}`}
        >{say`To the score`}</Button>
        {!piece.onPaper && (
          <Button
            size="small"
            component={Link}
            to={`/pieces/${id}/map${who ? `?for=${who}` : ""}`}
          >{say`Bar against bar`}</Button>
        )}
      </Title>
      <Ridge
        bars={score.bars}
        ground={ground}
        goal={undefined}
        sections={sections}
        chosen={undefined}
        height={26}
        onChoose={(from, to) => open(from, to)}
      />
      {!piece.onPaper && (
        <HandsChart
          survey={found.data}
          bars={score.bars}
          hands={piece.hands.map((hand) => handName(kind, hand))}
          onOpen={open}
        />
      )}
      <div className="survey-columns">
        <div className="stack">
          {!piece.onPaper && (
            <section className="card stack">
              <div className="row spread">
                <h2>{say`Work on these first`}</h2>
                <ReachSelect reach={reach} student={student} onChange={setReach} />
              </div>
              {found.data.workFirst.length === 0 && (
                <p className="soft">{say`No bar stands out. Begin with what returns most.`}</p>
              )}
              <ol className="survey-first">
                {found.data.workFirst.map(({ bar, reasons }) => (
                  <li key={bar}>
                    <BarLinks bars={[bar]} score={score} onOpen={open} word="bar" />{" "}
                    {reasons.join("; ")}
                  </li>
                ))}
              </ol>
              {found.data.stretches.length > 0 && (
                <p className="small soft">{say`Never hold a stretch that has to be forced: roll it,
                  split it, or leave a note out.`}</p>
              )}
            </section>
          )}
          {piece.onPaper && (
            <p className="card soft">{say`This piece is on paper: its notes are not known here, so
              the survey tells only its frame. What returns is told by the names of its
              sections.`}</p>
          )}
          <Road piece={piece} score={score} />
        </div>
        <Facts survey={found.data} score={score} form={form} kind={kind} onOpen={open} />
      </div>
    </div>
  );
}
