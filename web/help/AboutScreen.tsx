import { say } from "@yarrow-ridge/core/words";
import { Link } from "react-router";
import licences from "../../docs/licences.md?raw";
import { version } from "../../package.json";
import { Title } from "../shell/Title.tsx";
import "./help.css";

/** Paragraphs of the list of licences: `**MIT**: idb 8.0.4, …`. */
const paragraphs = licences
  .split("\n\n")
  .slice(1)
  .map((text) => /^\*\*(.+?)\*\*:\s*([\s\S]+)$/.exec(text.trim()))
  .filter((found) => found !== null)
  .map(([, licence, what]) => ({ licence: licence!, what: what!.replace(/`/g, "") }));

/** What this program is, and what it is made of. */
export function AboutScreen() {
  return (
    <div className="help stack">
      <Title name={say`About Yarrow Ridge`} />
      <p>{say`Version ${version}. For teachers of piano, organ, harp, guitar and accordion, and
        their students. Everything stays on this machine: nothing is fetched, nothing is sent
        away.`}</p>
      <p>
        {say`It proposes; the teacher decides. It is no doctor: with pain, numbness or tingling
          stop, and see a doctor or a licensed hand therapist. `}
        <Link to="/help">{say`How it goes`}</Link>
      </p>
      <section>
        <h2>{say`Made with`}</h2>
        <p>{say`Piano sound: Salamander Grand Piano V3 by Alexander Holm, CC BY 3.0. Type: Fraunces
          and Source Sans 3, SIL Open Font License. The pieces to try, and the people and places of
          the made-up studio, are invented.`}</p>
        <dl className="help-licences">
          {paragraphs.map(({ licence, what }) => (
            <div key={licence}>
              <dt>{licence}</dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
      </section>
    </div>
  );
}
