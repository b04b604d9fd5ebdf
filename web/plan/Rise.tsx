import { say } from "@yarrow-ridge/core/words";
import { spoken } from "../words/voice.ts";
import type { RidgeAnswer } from "@yarrow-ridge/contract";
import { dayAndMonth } from "../settings/spokenDates.ts";
import { useSpoken } from "../words/useSpoken.ts";
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from "recharts";

/** Mean secure tempo after each day of practice, against performance tempo. */
export function Rise({ history, goal }: { history: RidgeAnswer["history"]; goal: number | null }) {
  const dates = useSpoken();
  const data = history.map(({ date, secure, clean, slip }) => ({
    date: spoken(dayAndMonth(date, dates, true)),
    secure: Math.round(secure),
    clean,
    slip,
  }));
  const [first, last] = [data.at(0), data.at(-1)];
  const told = first
    ? say`Secure tempo on average: ${first.secure} on ${first.date}, ${last!.secure} on
      ${last!.date}`
    : say`No day of practice yet`;
  return (
    <ResponsiveContainer width="100%" height={170} role="img" aria-label={told}>
      <LineChart
        data={data}
        accessibilityLayer={false}
        margin={{ top: 8, right: 12, bottom: 0, left: -18 }}
      >
        <CartesianGrid stroke="var(--line)" vertical={false} />
        <XAxis dataKey="date" stroke="var(--soft)" fontSize={12} tickLine={false} />
        <YAxis
          stroke="var(--soft)"
          fontSize={12}
          tickLine={false}
          domain={[0, goal ? Math.ceil(goal * 1.1) : "auto"]}
        />
        {goal && <ReferenceLine y={goal} stroke="var(--gold)" strokeWidth={2} />}
        <Tooltip
          contentStyle={{
            background: "var(--card)",
            border: "1px solid var(--line)",
            color: "var(--ink)",
          }}
          formatter={(value) => [
            spoken(say`${String(value)} beats a minute`),
            spoken(say`secure on average`),
          ]}
        />
        <Line
          type="monotone"
          dataKey="secure"
          stroke="var(--ridge)"
          strokeWidth={2.5}
          dot={{ r: 3 }}
          isAnimationActive={false}
        />
      </LineChart>
    </ResponsiveContainer>
  );
}
