import pg from "pg";
import { openTestStudio } from "../testing.ts";
import { bring, copyOf, everything, openFilled } from "./testing.ts";

// npm test starts a server where it finds or can install one.
const server = process.env.TEST_DATABASE_URL!;

it("a copy of the studio goes from the embedded database to a server and back", async () => {
  const { studio: from } = await openFilled();
  const admin = new pg.Client({ connectionString: server });
  await admin.connect();
  await admin.query("create database copies");
  const url = new URL(server);
  url.pathname = "/copies";
  const there = await openTestStudio({ url: url.href });
  const zip = await copyOf(from);
  expect((await bring(there, zip)).json).toMatchObject({ brought: true, different: [] });
  expect(await everything(there)).toEqual(await everything(from));
  const back = await openTestStudio();
  expect((await bring(back, await copyOf(there))).json).toMatchObject({ brought: true });
  expect(await everything(back)).toEqual(await everything(from));
  for (const studio of [from, there, back]) await studio.close();
  await admin.query("drop database copies");
  await admin.end();
});
