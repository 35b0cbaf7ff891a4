import { createStore, get, update } from "idb-keyval";
import type { Write } from "./writes";

/** A write that waits to be sent, by the id of the account that it was written in. It has a shape
 * of its own, whatever version of the app wrote it, and is dropped only once it is in the record or
 * its writer leaves it out. */
export type Waiting = { shape: 1; id: string; account: number; write: Write };

const KEY = "waiting";
const store = createStore("amber-jug-waiting", "writes");

/** Puts a write by; whether this browser could. */
export async function putBy(one: Waiting): Promise<boolean> {
  try {
    await update<Waiting[]>(
      KEY,
      (all = []) => [...all.filter((each) => each.id !== one.id), one],
      store,
    );
    return true;
  } catch {
    return false;
  }
}

/** Forgets one that is in the record by now, or left out. */
export async function forget(id: string): Promise<void> {
  try {
    await update<Waiting[]>(KEY, (all = []) => all.filter((each) => each.id !== id), store);
  } catch {
    // Nothing was kept either.
  }
}

/** What of one account waits, in the order it was written; what is another's stays for them. */
export async function waitingOf(account: number): Promise<Waiting[]> {
  try {
    const all = (await get<Waiting[]>(KEY, store)) ?? [];
    return all.filter((each) => each.account === account);
  } catch {
    return [];
  }
}
