import { act, fireEvent, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ComponentProps } from "react";
import type { GridColumn } from "./column";
import { DataGrid } from "./DataGrid";

interface Row {
  readonly call: string;
  readonly band: string;
}
const COLUMNS: readonly GridColumn<Row>[] = [
  { id: "call", title: "Call", width: 90, isRowHeader: true, cell: ({ call }) => call },
  { id: "mark", title: "Mark", width: 30, passedOver: true, cell: () => "*" },
  { id: "band", title: "Band", width: 60, cell: ({ band }) => band },
];
const ROWS: readonly Row[] = Array.from({ length: 100 }, (_, at) => ({ call: `W${at}QRA`, band: `${at}m` }));

beforeAll(() => {
  // A page of 400 by 300 pixels: jsdom lays nothing out.
  Object.defineProperty(HTMLElement.prototype, "offsetHeight", { get: () => 300 });
  Object.defineProperty(HTMLElement.prototype, "offsetWidth", { get: () => 400 });
  Object.defineProperty(HTMLElement.prototype, "clientHeight", { get: () => 300 });
  HTMLElement.prototype.scrollTo = () => undefined;
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
});

const said: string[] = [];
function grid(more: Partial<ComponentProps<typeof DataGrid<Row>>> = {}) {
  return (
    <DataGrid<Row>
      name="log"
      label="Log"
      columns={COLUMNS}
      count={ROWS.length}
      rowAt={(at) => ROWS[at]}
      rowHeight={30}
      onOpen={({ call }, { id }) => said.push(`open ${call} ${id}`)}
      {...more}
    />
  );
}
const activeCell = () => screen.getByRole("grid").getAttribute("aria-activedescendant");
const cell = (row: number, column: string) => document.getElementById(`log-${row}-${column}`)!;
let user: ReturnType<typeof userEvent.setup>;
beforeEach(() => {
  said.length = 0;
  user = userEvent.setup();
});
/** The table has the focus, as after Tab. */
async function focused(more?: Parameters<typeof grid>[0]) {
  const page = render(grid(more));
  await user.tab();
  expect(document.activeElement).toBe(screen.getByRole("grid"));
  return page;
}

test("says how many rows there are, and draws those in sight", async () => {
  await focused();
  const table = screen.getByRole("grid", { name: "Log" });
  expect(table.getAttribute("aria-rowcount")).toBe("101");
  expect(within(table).getAllByRole("row").length).toBeLessThan(60);
  expect(cell(0, "call").getAttribute("role")).toBe("rowheader");
  expect(cell(3, "band").textContent).toBe("3m");
});

test("the keys move the cell, pass over what nothing can be done with, and stay within", async () => {
  await focused();
  expect(activeCell()).toBe("log-0-call");
  await user.keyboard("{ArrowUp}{ArrowLeft}");
  expect(activeCell()).toBe("log-0-call");
  await user.keyboard("{ArrowRight}{ArrowDown}{ArrowDown}");
  expect(activeCell()).toBe("log-2-band");
  await user.keyboard("{ArrowRight}{PageDown}");
  expect(activeCell()).toBe("log-10-band");
  await user.keyboard("{End}");
  expect(activeCell()).toBe("log-99-band");
  await user.keyboard("{Home}{Enter}");
  expect(said).toEqual(["open W0QRA band"]);
});

test("Enter before a row has come opens it when it comes, once", async () => {
  const { rerender } = await focused({ rowAt: () => undefined });
  await user.keyboard("{ArrowDown}{Enter}");
  expect(said).toEqual([]);
  await act(async () => rerender(grid()));
  expect(said).toEqual(["open W1QRA call"]);
  rerender(grid({ rowAt: () => undefined }));
  await act(async () => rerender(grid()));
  expect(said).toHaveLength(1);
});

test("Enter among the rows of before waits for those of what is shown", async () => {
  const { rerender } = await focused({ isReady: false });
  await user.keyboard("{Enter}");
  expect(said).toEqual([]);
  await act(async () => rerender(grid({ rowAt: (at) => ROWS[at + 50]! })));
  expect(said).toEqual(["open W50QRA call"]);
});

test("F2 before a row has come edits it when it comes, once", async () => {
  const onEdit = ({ call }: Row, { id }: GridColumn<Row>) => said.push(`edit ${call} ${id}`);
  const { rerender } = await focused({ rowAt: () => undefined, onEdit });
  await user.keyboard("{ArrowRight}{F2}");
  expect(said).toEqual([]);
  await act(async () => rerender(grid({ onEdit })));
  expect(said).toEqual(["edit W0QRA band"]);
  rerender(grid({ rowAt: () => undefined, onEdit }));
  await act(async () => rerender(grid({ onEdit })));
  expect(said).toHaveLength(1);
});

test("another key ends the waiting", async () => {
  const { rerender } = await focused({ rowAt: () => undefined });
  await user.keyboard("{Enter}{ArrowDown}");
  await act(async () => rerender(grid()));
  expect(said).toEqual([]);
});

test("something else shown begins at its first row, in the same column", async () => {
  const { rerender } = await focused({ shown: "all" });
  await user.keyboard("{ArrowRight}{End}");
  expect(activeCell()).toBe("log-99-band");
  rerender(grid({ shown: "20m", count: 5 }));
  expect(activeCell()).toBe("log-0-band");
});

test("a table that becomes shorter keeps the cell within", async () => {
  const { rerender } = await focused();
  await user.keyboard("{End}");
  rerender(grid({ count: 3 }));
  expect(activeCell()).toBe("log-2-call");
  rerender(grid({ count: 0 }));
  expect(activeCell()).toBeNull();
});

test("F2 and a double click edit, a click goes to the cell, and not to one that is passed over", async () => {
  await focused({ onEdit: ({ call }, { id }) => said.push(`edit ${call} ${id}`) });
  await user.click(cell(4, "band"));
  expect(activeCell()).toBe("log-4-band");
  await user.click(cell(5, "mark"));
  expect(activeCell()).toBe("log-4-band");
  await user.dblClick(cell(6, "call"));
  expect(said).toEqual(["edit W6QRA call"]);
  screen.getByRole("grid").focus();
  await user.keyboard("{F2}");
  expect(said[1]).toBe("edit W6QRA call");
});

test("a field in a cell keeps its keys for itself", async () => {
  await focused({ editor: ({ call }) => (call === "W0QRA" ? { column: "band", field: <input /> } : null) });
  await user.click(screen.getByRole("textbox"));
  const before = activeCell();
  await user.keyboard("{ArrowDown}{Enter}");
  expect([activeCell(), said]).toEqual([before, []]);
});

test("rows are picked by the box before them, which says whether they are", async () => {
  await focused({
    onPick: ({ call }, at) => said.push(`pick ${call} ${at}`),
    isSelected: ({ call }) => call === "W2QRA",
  });
  await user.click(document.querySelector('[data-row="3"] [data-pick]')!);
  expect(said).toEqual(["pick W3QRA 3"]);
  expect([2, 3].map((at) => document.querySelector(`[data-row="${at}"]`)!.getAttribute("aria-selected"))).toEqual([
    "true",
    "false",
  ]);
});

test("columns stand in the order and the width that were given them, and only those that are shown", async () => {
  await focused({ shownColumns: { order: ["band", "call"], widths: { call: 150 } }, onColumns: () => undefined });
  expect(screen.getAllByRole("columnheader").map(({ textContent }) => textContent)).toEqual(["Band", "Call"]);
  expect(screen.getAllByRole("row")[0]!.style.gridTemplateColumns).toBe("minmax(60px, 60fr) 150px");
  expect(activeCell()).toBe("log-0-band");
});

test("a head says how it is sorted, and a click on it sorts", async () => {
  await focused({ sort: { column: "band", descending: true }, onSort: (column) => said.push(column) });
  const [call, , band] = screen.getAllByRole("columnheader");
  expect([call, band].map((head) => head!.getAttribute("aria-sort"))).toEqual([null, "descending"]);
  fireEvent.click(call!);
  expect(said).toEqual(["call"]);
});

test("keys of the page come with the row they are at, and those it knows go no further", async () => {
  const outside = jest.fn();
  window.addEventListener("keydown", outside);
  await focused({ onKey: ({ key }, row) => key === "p" && said.push(`pin ${row?.call}`) > 0 });
  outside.mockClear();
  await user.keyboard("{ArrowDown}px");
  window.removeEventListener("keydown", outside);
  expect(said).toEqual(["pin W1QRA"]);
  expect(outside.mock.calls.map(([{ key }]: [KeyboardEvent]) => key)).toEqual(["x"]);
});

test("a click on the head of a column that orders nothing does nothing", async () => {
  const columns = COLUMNS.map((column) => (column.id === "band" ? { ...column, unsorted: true } : column));
  await focused({ columns, onSort: (column) => said.push(column) });
  for (const head of screen.getAllByRole("columnheader")) await user.click(head);
  expect(said).toEqual(["call", "mark"]);
});
