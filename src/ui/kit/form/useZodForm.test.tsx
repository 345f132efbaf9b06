import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { z } from "zod";
import type { ProblemDetails } from "@/core/contract";
import { ApiProblem } from "../api";
import { TextField } from "./fields";
import { FormParts, FormProblem } from "./FormWindow";
import { typedNumber } from "./typed";
import { useZodForm } from "./useZodForm";

const schema = z.object({
  name: z.string().min(1, "a name is needed"),
  site: z.object({ watts: typedNumber(z.number().max(1500, "at most 1500 W").nullable()) }),
});
type Typed = z.input<typeof schema>;

const sent: z.output<typeof schema>[] = [];
let answer: () => Promise<string>;
let answers: string[];

function Sample() {
  const form = useZodForm({
    schema,
    start: { name: "", site: { watts: "" } },
    send: (value) => (sent.push(value), answer()),
    onSent: (said) => answers.push(said),
    nameOf: (field) => (field === "power" ? "site.watts" : field),
  });
  return (
    <FormParts form={form}>
      <TextField<Typed> name="name" label="Name" />
      <TextField<Typed> name="site.watts" label="Power" />
      <FormProblem problem={form.problem} />
      <button onClick={form.submit}>Save</button>
    </FormParts>
  );
}

const field = (label: string) => screen.getByLabelText<HTMLInputElement>(label);
/** What is said to be wrong in a field, as a screen reader says it. */
const faultOf = (label: string) => {
  const by = field(label).getAttribute("aria-describedby");
  return by === null ? null : document.getElementById(by)!.textContent;
};
const refusing = (errors: ProblemDetails["errors"], detail = "it cannot be saved") =>
  new ApiProblem({ type: "about:blank", title: "Refused", status: 422, detail, ...(errors && { errors }) });

let user: ReturnType<typeof userEvent.setup>;
beforeEach(() => {
  sent.length = 0;
  answers = [];
  answer = () => Promise.resolve("saved");
  user = userEvent.setup();
  render(<Sample />);
});
async function send(name: string, watts: string) {
  for (const [label, text] of [
    ["Name", name],
    ["Power", watts],
  ] as const) {
    await user.clear(field(label));
    if (text !== "") await user.type(field(label), text);
  }
  await user.click(screen.getByText("Save"));
}

test("what the schema refuses is said at its field, and nothing is sent", async () => {
  await send("", "much");
  expect(faultOf("Name")).toBe("a name is needed");
  expect(faultOf("Power")).toBe('"much" is no number');
  expect(field("Name").getAttribute("aria-invalid")).toBe("true");
  expect(sent).toEqual([]);
});

test("what it takes is sent as what it means", async () => {
  await send("Cabo Farol", "2,5");
  expect(sent).toEqual([{ name: "Cabo Farol", site: { watts: 2.5 } }]);
  expect(answers).toEqual(["saved"]);
  expect(screen.queryByRole("alert")).toBeNull();
});

test("what the server refuses is said at the field that it speaks of, and stays typed", async () => {
  answer = () =>
    Promise.reject(
      refusing([
        { field: "name", detail: "there is one of this name" },
        { field: "power", detail: "more than is allowed there" },
      ]),
    );
  await send("Cabo Farol", "1000");
  expect(faultOf("Name")).toBe("there is one of this name");
  expect(faultOf("Power")).toBe("more than is allowed there");
  expect([field("Name").value, field("Power").value]).toEqual(["Cabo Farol", "1000"]);
  expect(answers).toEqual([]);

  answer = () => Promise.resolve("saved at last");
  await send("Punta Ancla", "100");
  expect(answers).toEqual(["saved at last"]);
  expect([faultOf("Name"), faultOf("Power")]).toEqual([null, null]);
});

test("what no field of the form has is said below it, with the field's name", async () => {
  answer = () =>
    Promise.reject(
      refusing([
        { field: "grid", detail: "is written like GF35co" },
        { field: "name", detail: "is too long" },
      ]),
    );
  await send("Cabo Farol", "");
  expect(screen.getAllByRole("alert").map(({ textContent }) => textContent)).toEqual([
    "is too long",
    "grid: is written like GF35co",
  ]);
  expect(faultOf("Name")).toBe("is too long");
});

test("what is wrong with the whole is said below it, until it is sent again", async () => {
  answer = () => Promise.reject(refusing(undefined, "another browser has changed it"));
  await send("Cabo Farol", "");
  expect(screen.getByRole("alert").textContent).toBe("another browser has changed it");
  answer = () => Promise.resolve("saved");
  await user.click(screen.getByText("Save"));
  expect(answers).toEqual(["saved"]);
  expect(screen.queryByRole("alert")).toBeNull();
});
