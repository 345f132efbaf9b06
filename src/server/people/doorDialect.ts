import {
  type CompiledQuery,
  type DatabaseConnection,
  type Dialect,
  type Driver,
  SqliteAdapter,
  SqliteIntrospector,
  SqliteQueryCompiler,
} from "kysely";
import type { Context } from "../context";

/**
 * The database for a library that speaks Kysely and waits: what it writes goes through the door, like all that is
 * written.
 */
export function doorDialect({ store, write }: Pick<Context, "store" | "write">): Dialect {
  const connection: DatabaseConnection = {
    async executeQuery<Row>(compiled: CompiledQuery) {
      const query = { compile: () => compiled as CompiledQuery<Row> };
      const { query: node } = compiled;
      if (node.kind === "SelectQueryNode") return { rows: store.all(query) };
      if ("returning" in node && node.returning !== undefined) return { rows: await write(() => store.all(query)) };
      const { changes, lastId } = await write(() => store.run(query));
      return { rows: [], numAffectedRows: BigInt(changes), insertId: BigInt(lastId) };
    },

    async *streamQuery() {
      throw new Error("nothing is read row by row here");
    },
  };
  const alone = async (): Promise<never> => {
    throw new Error("what is written here stands alone: there are no transactions");
  };
  const driver: Driver = {
    init: async () => {},
    acquireConnection: async () => connection,
    beginTransaction: alone,
    commitTransaction: alone,
    rollbackTransaction: alone,
    releaseConnection: async () => {},
    destroy: async () => {},
  };
  return {
    createDriver: () => driver,
    createQueryCompiler: () => new SqliteQueryCompiler(),
    createAdapter: () => new SqliteAdapter(),
    createIntrospector: (database) => new SqliteIntrospector(database),
  };
}
