import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import { Link } from "react-router";
import { AllKeys } from "../shell/Shortcuts.tsx";
import { Title } from "../shell/Title.tsx";
import { PATH } from "./path.ts";
import { WORDS } from "./words.ts";
import "./help.css";

/** The way through the program in pictures, its words, its keys. */
export function HelpScreen() {
  return (
    <div className="help stack">
      <Title name={say`How it goes`} />
      <ol className="plain-list help-path">
        {PATH.map(({ name, picture, about }, i) => (
          <li key={name} className="card">
            <h2>
              {i + 1}. {name}
            </h2>
            <img src={picture} alt="" loading="lazy" />
            <p>{about}</p>
          </li>
        ))}
      </ol>
      <div className="row">
        <Button variant="contained" component={Link} to="/">{say`To the studio`}</Button>
        <Button component={Link} to="/about">{say`About Yarrow Ridge`}</Button>
      </div>
      <section>
        <h2>{say`Words`}</h2>
        <dl className="help-words">
          {WORDS.map(([word, means]) => (
            <div key={word}>
              <dt>{word}</dt>
              <dd>{means}</dd>
            </div>
          ))}
        </dl>
      </section>
      <section>
        <h2>{say`Keys`}</h2>
        <div className="shortcuts">
          <AllKeys />
        </div>
      </section>
    </div>
  );
}
