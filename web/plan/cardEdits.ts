import { say } from "@yarrow-ridge/core/words";
import type { CardAnswer, PlanAnswer } from "@yarrow-ridge/contract";
import { editFields } from "../edits/fields.ts";
import { useHistory } from "../edits/history.ts";
import { request } from "../outbox/request.ts";

type Where = Pick<CardAnswer, "date" | "pinned">;

/** Puts a card on a day, where it stays, or lets the plan place it again. */
export function moveCard(planId: string, card: CardAnswer, to: Where): Promise<boolean> {
  const step = ({ date, pinned }: Where, from: Where) =>
    request(
      "moveCard",
      { id: planId, card: card.id },
      { date, pinned, was: { date: from.date, pinned: from.pinned } },
    );
  return useHistory.getState().perform({
    label: say`${card.bars} on another day`,
    redo: [step(to, card)],
    undo: [step(card, to)],
  });
}

/** Leaves what a card practises out of the plan, on all days. */
export function leaveOut(plan: PlanAnswer, card: CardAnswer): Promise<boolean> {
  const dropped = plan.dropped.map(({ unit }) => unit);
  return editFields(
    "editPlan",
    plan.id,
    { dropped },
    { dropped: [...dropped, card.unit] },
    say`leaving ${card.bars} out`,
  );
}

/** Takes something that was left out back into the plan. */
export function takeIn(plan: PlanAnswer, unit: string): Promise<boolean> {
  const dropped = plan.dropped.map((one) => one.unit);
  const rest = dropped.filter((one) => one !== unit);
  return editFields("editPlan", plan.id, { dropped }, { dropped: rest }, say`what was left out`);
}

/** Changes which bars are practised alone because the teacher says so. */
export function putAdded(plan: PlanAnswer, added: PlanAnswer["added"]): Promise<boolean> {
  return editFields(
    "editPlan",
    plan.id,
    { added: plan.added },
    { added },
    say`bars practised alone`,
  );
}
