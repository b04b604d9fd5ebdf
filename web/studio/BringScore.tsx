import { say } from "@yarrow-ridge/core/words";
import UploadIcon from "@mui/icons-material/FileUploadOutlined";
import { Alert, Button, LinearProgress } from "@mui/material";
import { USUAL_INSTRUMENT } from "@yarrow-ridge/core/instruments";
import { useRef, useState, type DragEvent } from "react";
import { InstrumentSelect } from "../shell/InstrumentSelect.tsx";
import { TuneChooser } from "./TuneChooser.tsx";
import { CopyBrought } from "./CopyBrought.tsx";
import { PaperForm } from "./PaperForm.tsx";
import { useBringScore } from "./useBringScore.ts";

/** Where a score is brought in: drop it, or choose it. */
export function BringScore({ large }: { large: boolean }) {
  const { bring, bringBack, copy, tell, progress, problem, stop, choosing, cancel } =
    useBringScore();
  const [instrument, setInstrument] = useState(USUAL_INSTRUMENT);
  const [over, setOver] = useState(false);
  const [paper, setPaper] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    const file = event.dataTransfer.files[0];
    if (file) void bring(file, instrument);
  };
  return (
    <div
      className={`bring${large ? " large" : ""}${over ? " over" : ""}`}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
    >
      {large && <h2>{say`Bring a score`}</h2>}
      {large && (
        <p className="soft">{say`Drop a score here, or choose one: MusicXML (.musicxml, .xml, .mxl),
          ABC (.abc) or MIDI (.mid), or a piece a colleague saved with everything in it (.zip). Its
          form is read at once; you name the sections, write the fingers and make the plan.`}</p>
      )}
      <div className="row" style={large ? { justifyContent: "center" } : undefined}>
        <input
          ref={input}
          type="file"
          accept=".musicxml,.xml,.mxl,.abc,.mid,.midi,.zip"
          className="sr-only"
          tabIndex={-1}
          aria-label={say`Score file`}
          data-testid="score-file"
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = "";
            if (file) void bring(file, instrument);
          }}
        />
        <Button
          variant={large ? "contained" : "outlined"}
          startIcon={<UploadIcon />}
          disabled={progress !== undefined}
          onClick={() => input.current?.click()}
        >
          {large ? say`Choose a file` : say`Bring a score`}
        </Button>
        <InstrumentSelect
          label={say`for`}
          value={instrument}
          onChange={(id) => setInstrument(id)}
        />
        {!large && <span className="soft small">{say`or drop it here`}</span>}
        <Button onClick={() => setPaper(true)}>{say`It is only on paper`}</Button>
      </div>
      {copy && (
        <CopyBrought
          brought={copy.report}
          onChoose={(choice) => void bringBack(copy.file, choice)}
        />
      )}
      {progress && (
        <div className="stack" role="status">
          <LinearProgress
            {...(progress.share < 1 ? { variant: "determinate", value: progress.share * 100 } : {})}
          />
          <div className="row">
            <span>
              {progress.share < 1
                ? say`Bringing ${progress.name} …`
                : say`Reading ${progress.name} …`}
            </span>
            <Button size="small" onClick={stop}>{say`Stop`}</Button>
          </div>
        </div>
      )}
      {paper && (
        <PaperForm
          heading={say`A piece on paper`}
          action={say`Bring it`}
          onSave={tell}
          onClose={() => setPaper(false)}
        />
      )}
      {choosing && (
        <TuneChooser
          tunes={choosing.tunes}
          name={choosing.file.name}
          onChoose={(tune) => void bring(choosing.file, choosing.instrument, tune)}
          onClose={cancel}
        />
      )}
      {problem && (
        <Alert severity="error" role="alert">{say`${problem} Nothing was stored.`}</Alert>
      )}
    </div>
  );
}
