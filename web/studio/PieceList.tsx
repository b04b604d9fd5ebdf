import { USUAL_INSTRUMENT } from "@yarrow-ridge/core/instruments";
import { MenuItem, TextField } from "@mui/material";
import { useDeferredValue, useState } from "react";
import { Link } from "react-router";
import { useAnswer } from "../answers/queries.ts";
import { FindField } from "../shell/FindField.tsx";
import { Pager } from "../shell/Pager.tsx";

/** The repertoire, searched, sorted and paged on the server. */
export function PieceList() {
  const [q, setQ] = useState("");
  const [sort, setSort] = useState("newest");
  const [page, setPage] = useState(1);
  const asked = useDeferredValue(q);
  const list = useAnswer(
    "listPieces",
    {},
    { sort, page: String(page), ...(asked ? { q: asked } : {}) },
  );
  const working = useAnswer("listAssignments", {}, {}).data?.items ?? [];
  const { items = [], total = 0 } = list.data ?? {};
  return (
    <div className="stack">
      {(total > 5 || q !== "") && (
        <div className="row">
          <FindField
            label="Find a piece"
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
            slotProps={{ htmlInput: { "aria-label": "Order" } }}
          >
            <MenuItem value="newest">newest first</MenuItem>
            <MenuItem value="title">by title</MenuItem>
            <MenuItem value="composer">by composer</MenuItem>
            <MenuItem value="bars">shortest first</MenuItem>
          </TextField>
        </div>
      )}
      {list.data && items.length === 0 && (
        <p className="soft">{q ? `Nothing called “${q}”.` : "No piece yet."}</p>
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
                  {[
                    piece.composer,
                    piece.instrument === USUAL_INSTRUMENT ? "" : piece.instrument,
                    piece.key,
                    piece.metre,
                  ]
                    .filter(Boolean)
                    .join(" · ")}
                </span>
                <span className="soft">
                  {piece.bars} bars, {piece.newBars} new
                  {players.length
                    ? ` · ${players.map((one) => one.studentName.split(" ")[0]).join(", ")}`
                    : ""}
                </span>
              </Link>
            </li>
          );
        })}
      </ul>
      <Pager list={list.data} onPage={setPage} />
    </div>
  );
}
