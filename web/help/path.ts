import desk from "../../docs/screenshots/desk-form.png?url";
import hands from "../../docs/screenshots/desk-hands.png?url";
import plan from "../../docs/screenshots/plan.png?url";
import room from "../../docs/screenshots/practice-room.png?url";
import survey from "../../docs/screenshots/survey.png?url";

/** The way from a score to practice, a picture each. */
export const PATH = [
  {
    name: "Bring a score",
    picture: survey,
    about:
      "Drop a file on the studio, or tell what is on paper. The survey says what is in it before " +
      "a note is played: what is really new, what comes back, where the hands will meet trouble.",
  },
  {
    name: "See its form and name it",
    picture: desk,
    about:
      "At the desk, drag over the ridge to choose bars and give them a name. What the notes " +
      "suggest can be taken up in one step; a boundary is dragged, or moved with the arrows.",
  },
  {
    name: "Decide fingers and pedal",
    picture: hands,
    about:
      "Choose bars and let fingers be suggested for this hand: they stand in pencil, with reasons. " +
      "Type over any note; what you wrote stays, and the rest is solved around it. Then ink them.",
  },
  {
    name: "Give it and make the plan",
    picture: plan,
    about:
      "Give the piece to a student, say how fast, by when and how many minutes a day. The cards " +
      "follow: small sections first, joined later, slow first, faster as steps are earned.",
  },
  {
    name: "Practise",
    picture: room,
    about:
      "One card at a time: start the beat, play, and log each try as clean or as a slip. Three " +
      "clean for each slip earn the next step; the ridge rises with it.",
  },
] as const;
