import { say } from "@yarrow-ridge/core/words";
import desk from "../../docs/screenshots/desk-form.png?url";
import hands from "../../docs/screenshots/desk-hands.png?url";
import plan from "../../docs/screenshots/plan.png?url";
import room from "../../docs/screenshots/practice-room.png?url";
import survey from "../../docs/screenshots/survey.png?url";

/** The way from a score to practice, a picture each. */
export const PATH = [
  {
    name: say`Bring a score`,
    picture: survey,
    about: say`Drop a file on the studio, or tell what is on paper. The survey says what is in it
      before a note is played: what is really new, what comes back, where the hands will meet
      trouble.`,
  },
  {
    name: say`See its form and name it`,
    picture: desk,
    about: say`At the desk, drag over the ridge to choose bars and give them a name. What the notes
      suggest can be taken up in one step; a boundary is dragged, or moved with the arrows.`,
  },
  {
    name: say`Decide fingers and pedal`,
    picture: hands,
    about: say`Choose bars and let fingers be suggested for this hand: they stand in pencil, with
      reasons. Type over any note; what you wrote stays, and the rest is solved around it. Then ink
      them.`,
  },
  {
    name: say`Give it and make the plan`,
    picture: plan,
    about: say`Give the piece to a student, say how fast, by when and how many minutes a day. The
      cards follow: small sections first, joined later, slow first, faster as steps are earned.`,
  },
  {
    name: say`Practise`,
    picture: room,
    about: say`One card at a time: start the beat, play, and log each try as clean or as a slip.
      Three clean for each slip earn the next step; the ridge rises with it.`,
  },
] as const;
