import { say } from "@yarrow-ridge/core/words";
import { Trouble } from "./Trouble.tsx";

export const NotHere = () => <Trouble error={new Error(say`There is no page at this address.`)} />;
