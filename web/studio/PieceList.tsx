import { say } from "@yarrow-ridge/core/words";
import { instruments } from "@yarrow-ridge/core/instruments";
import { MenuItem, TextField } from "@mui/material";
import { useDeferredValue, useState } from "react";
import { Link } from "react-router";
import { useAnswer } from "../answers/queries.ts";
import { FindField } from "../shell/FindField.tsx";
import { InstrumentSign } from "../instruments/InstrumentSign.tsx";
import { PieceLineMenu } from "./PieceLineMenu.tsx";
import { Pager } from "../shell/Pager.tsx";

/** The repertoire, searched, sorted and paged on the server. */
export function PieceList() {
  const [q, setQ] = useState("");
  const [sort, setSort] = useState("newest");
  const [kind, setKind] = useState<string>("");
  const [page, setPage] = useState(1);
  const asked = useDeferredValue(q);
  const list = useAnswer(
    "listPieces",
    {},
    {
      sort,
      page: String(page),
      ...(asked ? { q: asked } : {}),
      ...(kind ? { instrument: kind } : {}),
    },
  );
  const working = useAnswer("listAssignments", {}, {}).data?.items ?? [];
  const { items = [], total = 0 } = list.data ?? {};
  return (
    <div className="stack">
      {(total > 5 || q !== "" || kind !== "") && (
        <div className="row">
          <FindField
            label={say`Find a piece`}
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
            slotProps={{ htmlInput: { "aria-label": say`Order` } }}
          >
            <MenuItem value="newest">{say`newest first`}</MenuItem>
            <MenuItem value="title">{say`by title`}</MenuItem>
            <MenuItem value="composer">{say`by composer`}</MenuItem>
            <MenuItem value="bars">{say`shortest first`}</MenuItem>
          </TextField>
          <TextField
            select
            value={kind}
            onChange={(event) => {
              setKind(event.target.value);
              setPage(1);
            }}
            slotProps={{
              htmlInput: { "aria-label": say`Instrument` },
              select: { displayEmpty: true },
            }}
          >
            <MenuItem value="">{say`every instrument`}</MenuItem>
            {instruments.map(({ id, name }) => (
              <MenuItem key={id} value={id}>
                {name}
              </MenuItem>
            ))}
          </TextField>
        </div>
      )}
      {list.data && items.length === 0 && (
        <p className="soft">
          {q
            ? say`Nothing called “${q}”.`
            : kind
              ? say`Nothing for this instrument.`
              : say`No piece yet.`}
        </p>
      )}
      <ul className="plain-list">
        {items.map((piece) => {
          const players = working.filter((one) => one.pieceId === piece.id);
          return (
            <li key={piece.id} className="piece-line">
              <Link
                to={`/pieces/${piece.id}${players[0] ? `?for=${players[0].id}` : ""}`}
                className="piece-open"
              >
                <span className="roster-name">{piece.title}</span>
                <span className="soft">
                  {[piece.composer, piece.key, piece.metre].filter(Boolean).join(" · ")}
                </span>
                <span className="soft">
                  <InstrumentSign kind={piece.instrument} />
                  {say` · ${piece.bars} bars, ${piece.newBars} new${
                    players.length
                      ? ` · ${players.map((one) => one.studentName.split(" ")[0]).join(", ")}`
                      : ""
                  }`}
                </span>
              </Link>
              <PieceLineMenu piece={piece} without={players.map((one) => one.studentId)} />
            </li>
          );
        })}
      </ul>
      <Pager list={list.data} onPage={setPage} />
    </div>
  );
}
