import { say } from "@yarrow-ridge/core/words";
import DownIcon from "@mui/icons-material/ArrowDownwardOutlined";
import UpIcon from "@mui/icons-material/ArrowUpwardOutlined";
import DeleteIcon from "@mui/icons-material/DeleteOutlined";
import { Alert, Button, IconButton, LinearProgress, TextField } from "@mui/material";
import type { PageAnswer } from "@yarrow-ridge/contract";
import { readingOrder, type Box } from "@yarrow-ridge/core/pages";
import { barSpan, type Score } from "@yarrow-ridge/core/score";
import { tell } from "../words/tell.ts";
import { useRef, useState, type DragEvent } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { useAnswer, useScore } from "../answers/queries.ts";
import { Title } from "../shell/Title.tsx";
import { Trouble } from "../shell/Trouble.tsx";
import { Waiting } from "../shell/Waiting.tsx";
import { findOn } from "./find.ts";
import { PageMarks } from "./PageMarks.tsx";
import { pictureOf, usePages, type Mark } from "./usePages.ts";
import "./pages.css";

/**
 * Pictures of the printed pages: brought here, and their bars marked, so that cards can show them.
 */
export function PagesScreen() {
  const { id = "" } = useParams();
  const [search] = useSearchParams();
  const who = search.get("for");
  const piece = useAnswer("piece", { id });
  const score = useScore(id);
  const { pages, error, progress, problem, add, mark, remove, swap } = usePages(id);
  const input = useRef<HTMLInputElement>(null);
  const trouble = piece.error ?? score.error ?? error;
  if (trouble) return <Trouble error={trouble} again={() => void piece.refetch()} />;
  if (!piece.data || !score.data || !pages) return <Waiting what={say`the pages`} />;
  const bring = (files: FileList | null) => {
    if (files?.length) void add([...files]);
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    bring(event.dataTransfer.files);
  };
  const marked = new Set(pages.flatMap((page) => page.marks.map((one) => one.bar)));
  const missing = score.data.bars.filter((bar) => !marked.has(bar.index));
  /** Where a page begins that has no marks yet: after the last bar of those before it. */
  const after = (i: number) =>
    Math.max(-1, ...pages.slice(0, i).flatMap((page) => page.marks.map((one) => one.bar))) + 1;
  return (
    <div className="pages" onDragOver={(event) => event.preventDefault()} onDrop={drop}>
      <Title name={piece.data.title}>
        <span className="soft desk-facts">
          {say`pages`}
          {pages.length > 0 && say` · ${marked.size} of ${score.data.bars.length} bars marked`}
        </span>
        <Button
          size="small"
          variant="outlined"
          component={Link}
          to={`/pieces/${id}${who ? `?for=${who}` : ""}`}
        >{say`To the desk`}</Button>
        <input
          ref={input}
          type="file"
          multiple
          accept=".pdf,.png,.jpg,.jpeg,application/pdf,image/png,image/jpeg"
          className="sr-only"
          tabIndex={-1}
          aria-label={say`Page pictures`}
          onChange={(event) => {
            bring(event.target.files);
            event.target.value = "";
          }}
        />
        <Button
          size="small"
          variant={pages.length ? "outlined" : "contained"}
          disabled={progress !== undefined}
          onClick={() => input.current?.click()}
        >{say`Bring pages`}</Button>
      </Title>
      {progress && (
        <div role="status">
          <LinearProgress />
          <p className="small soft">{progress}</p>
        </div>
      )}
      {problem && (
        <Alert severity="error" role="alert">
          {problem}
        </Alert>
      )}
      {pages.length === 0 && !progress && (
        <div className="pages-empty card stack">
          <h2>{say`No pages yet`}</h2>
          <p>{say`Bring the pages as pictures (PNG, JPEG) or as a PDF, or drop them here. The bars
            on them are found and numbered; practice cards then show the page you know.`}</p>
          <p className="small soft">{say`They stay in this studio and go nowhere else.`}</p>
        </div>
      )}
      {pages.length > 0 && missing.length > 0 && missing.length < score.data.bars.length && (
        <p className="small soft">{say`Not marked yet: ${runs(
          score.data,
          missing.map((bar) => bar.index),
        )}.`}</p>
      )}
      {pages.map((page, i) => (
        <PageWork
          key={page.id}
          pieceId={id}
          page={page}
          score={score.data}
          first={page.marks.length ? Math.min(...page.marks.map((one) => one.bar)) : after(i)}
          onMark={(marks, label) => void mark(page, marks, label)}
          onRemove={() => void remove(page)}
          onUp={i > 0 ? () => void swap(page, pages[i - 1]!) : undefined}
          onDown={i < pages.length - 1 ? () => void swap(page, pages[i + 1]!) : undefined}
        />
      ))}
    </div>
  );
}

function runs(score: Score, bars: readonly number[]): string {
  const found: [number, number][] = [];
  for (const bar of bars) {
    const last = found.at(-1);
    if (last && last[1] === bar - 1) last[1] = bar;
    else found.push([bar, bar]);
  }
  return `${found
    .slice(0, 6)
    .map(([from, to]) => barSpan(score.bars, from, to))
    .join(", ")}${found.length > 6 ? say` and more` : ""}`;
}

function PageWork({
  pieceId,
  page,
  score,
  first,
  onMark,
  onRemove,
  onUp,
  onDown,
}: {
  pieceId: string;
  page: PageAnswer;
  score: Score;
  first: number;
  onMark: (marks: Mark[], label: string) => void;
  onRemove: () => void;
  onUp: (() => void) | undefined;
  onDown: (() => void) | undefined;
}) {
  const [busy, setBusy] = useState(false);
  const [typed, setTyped] = useState<string>();
  const [focus, setFocus] = useState<number>();
  const begin = Math.min(first, score.bars.length - 1);
  const number = (boxes: readonly Box[], from: number, label: string) => {
    const marks = readingOrder(boxes, from);
    const kept = marks.filter((one) => one.bar < score.bars.length);
    if (kept.length < marks.length)
      tell(
        say`The piece ends with bar ${score.bars.at(-1)!.number}; ${marks.length - kept.length}
          boxes more than that were left out.`,
        { variant: "warning" },
      );
    onMark(kept, label);
  };
  const find = async () => {
    setBusy(true);
    try {
      const boxes = await findOn(pictureOf(pieceId, page.id));
      if (boxes.length === 0)
        tell(say`No staves were seen on this page. Draw the bars by dragging over them.`, {
          variant: "info",
        });
      else number(boxes, begin, say`the bars of ${page.name}`);
    } catch {
      tell(say`The picture cannot be read here. Draw the bars by dragging over them.`, {
        variant: "error",
      });
    } finally {
      setBusy(false);
    }
  };
  const start = () => {
    const index = score.bars.findIndex((bar) => bar.number === typed?.trim());
    if (typed !== undefined && index >= 0 && page.marks.length)
      number(page.marks, index, say`the first bar of ${page.name}`);
    setTyped(undefined);
  };
  return (
    <section className="page-work" aria-label={page.name}>
      <div className="stack page-side">
        <h2>{page.name}</h2>
        <p className="soft">
          {page.marks.length === 0
            ? say`no bars marked`
            : say`bars ${barSpan(
                score.bars,
                Math.min(...page.marks.map((one) => one.bar)),
                Math.max(...page.marks.map((one) => one.bar)),
              )}`}
        </p>
        <Button
          variant={page.marks.length ? "outlined" : "contained"}
          disabled={busy}
          onClick={() => void find()}
        >
          {busy
            ? say`Looking …`
            : page.marks.length
              ? say`Find the bars again`
              : say`Find the bars`}
        </Button>
        {page.marks.length > 0 && (
          <TextField
            label={say`First bar on it`}
            size="small"
            value={typed ?? score.bars[begin]!.number}
            onChange={(event) => setTyped(event.target.value)}
            onBlur={start}
            onKeyDown={(event) => event.key === "Enter" && start()}
            sx={{ width: 130 }}
            error={typed !== undefined && !score.bars.some((bar) => bar.number === typed.trim())}
          />
        )}
        <p className="small soft">
          {say`Drag to draw a bar, double-click in one to split it there, `}
          <span className="key">⌫</span>
          {say` rubs out the one in focus. Numbers follow on their own.`}
        </p>
        <div className="row">
          <IconButton
            size="small"
            aria-label={say`${page.name} earlier`}
            disabled={!onUp}
            onClick={onUp}
          >
            <UpIcon fontSize="small" />
          </IconButton>
          <IconButton
            size="small"
            aria-label={say`${page.name} later`}
            disabled={!onDown}
            onClick={onDown}
          >
            <DownIcon fontSize="small" />
          </IconButton>
          <IconButton size="small" aria-label={say`Remove ${page.name}`} onClick={onRemove}>
            <DeleteIcon fontSize="small" />
          </IconButton>
        </div>
      </div>
      <PageMarks
        page={page}
        src={pictureOf(pieceId, page.id)}
        score={score}
        chosen={undefined}
        focus={focus}
        onPick={(bar) => setFocus(bar)}
        onBoxes={(boxes, label) => number(boxes, begin, label)}
      />
    </section>
  );
}
