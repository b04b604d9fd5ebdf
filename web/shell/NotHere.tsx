import { Trouble } from "./Trouble.tsx";

export const NotHere = () => <Trouble error={new Error("There is no page at this address.")} />;
