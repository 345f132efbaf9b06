import { createPanelHosts } from "./panelHosts";

function begun() {
  document.body.innerHTML = "<main></main><aside></aside>";
  const [one, other] = [document.querySelector("main")!, document.querySelector("aside")!];
  const hosts = createPanelHosts();
  hosts.of("log").innerHTML = "<div><input /></div>";
  hosts.moveTo(one, "log");
  const grid = hosts.of("log").querySelector("div")!;
  const scrollTo = (top: number) => {
    grid.scrollTop = top;
    hosts.scrolled(grid);
  };
  return { one, other, hosts, grid, scrollTo };
}

test("a panel goes from one dock to the other with its focus and to where it stood", () => {
  const { one, other, hosts, grid, scrollTo } = begun();
  grid.querySelector("input")!.focus();
  scrollTo(400);
  // As a browser does with what is taken out.
  grid.scrollTop = 0;
  hosts.moveTo(other, "log");
  expect(one.childElementCount).toBe(0);
  expect(other.firstElementChild).toBe(hosts.of("log"));
  expect(document.activeElement).toBe(grid.querySelector("input"));
  expect(grid.scrollTop).toBe(400);
});

test("what is in another panel, or back at its beginning, is not scrolled; what is gone is forgotten", () => {
  const { other, hosts, grid, scrollTo } = begun();
  scrollTo(400);
  grid.scrollTop = 7;
  hosts.moveTo(other, "spots");
  expect(grid.scrollTop).toBe(7);
  scrollTo(0);
  grid.scrollTop = 7;
  hosts.scrollBack();
  expect(grid.scrollTop).toBe(7);
  scrollTo(400);
  grid.remove();
  const next = document.createElement("div");
  hosts.of("log").append(next);
  next.scrollTop = 5;
  hosts.scrolled(next);
  grid.scrollTop = 7;
  hosts.scrollBack();
  expect(grid.scrollTop).toBe(7);
});

test("to be put where it is leaves a panel alone", () => {
  const { one, hosts, grid, scrollTo } = begun();
  scrollTo(400);
  grid.scrollTop = 7;
  hosts.moveTo(one, "log");
  expect(grid.scrollTop).toBe(7);
});
