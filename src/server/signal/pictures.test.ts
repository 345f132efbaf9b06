import { pictureLookSchema, pictureRowSchema } from "../../core/contract";
import { createBlockReader, levelOf, MOST_BY_HAND, NotBlocks } from "../../core/signal";
import { valueOf } from "../testing";
import { createPictures } from "./pictures";
import { rowsAsTheyCome } from "./rowsAsTheyCome";

const LOOK = pictureLookSchema.parse({});

test("a picture is looked at as usual where nothing is said, and in no way that there is not", () => {
  expect(LOOK).toEqual({ detail: "usual", window: "blackmanHarris", rows: 20 });
  for (const wrong of [{ detail: "finest" }, { window: "round" }, { rows: "21" }, { rows: "0" }, { more: "1" }])
    expect(pictureLookSchema.safeParse(wrong).success).toBe(false);
});

describe("rows as they come", () => {
  function begun() {
    const ending = new AbortController();
    let give: (row: Uint8Array) => void = () => {};
    let left = 0;
    const response = rowsAsTheyCome(
      (taking) => {
        give = taking;
        return () => left++;
      },
      [ending.signal],
      "application/octet-stream",
    );
    return { reader: response.body!.getReader(), give: (row: Uint8Array) => give(row), left: () => left, ending };
  }

  it("go to who reads them", async () => {
    const { reader, give } = begun();
    give(Uint8Array.of(1, 2));
    give(Uint8Array.of(3));
    expect([...(await reader.read()).value!]).toEqual([1, 2]);
    expect([...(await reader.read()).value!]).toEqual([3]);
  });

  it("are left out for who does not keep up, and go on when he does", async () => {
    const { reader, give } = begun();
    const row = new Uint8Array(50_000);
    for (let count = 0; count < 100; count++) give(row);
    let [taken, size] = [0, 0];
    for (; size < 200_000; taken++) size += (await reader.read()).value!.length;
    expect(taken).toBeLessThan(6);
    give(Uint8Array.of(9));
    expect([...(await reader.read()).value!]).toEqual([9]);
  });

  it("end with the server and with who looked", async () => {
    const one = begun();
    one.ending.abort();
    expect((await one.reader.read()).done).toBe(true);
    expect(one.left()).toBe(1);
    one.give(Uint8Array.of(1));
    const other = begun();
    await other.reader.cancel();
    expect(other.left()).toBe(1);
  });
});

test("a row is read with what it is of; levels that are no row are refused", () => {
  expect(pictureRowSchema.safeParse({ at: 1, lowHz: 2, placeHz: 0, noise: -90, looks: 3, bytes: 4 }).success).toBe(
    false,
  );
  expect(() => createBlockReader(() => {}, 10).take(new TextEncoder().encode("<html>\n"))).toThrow(NotBlocks);
  expect(levelOf(64)).toBe(0);
});

test("places are read by hand up to so many, each once, and taken away again", () => {
  const pictures = createPictures(() => {});
  const place = (hertz: number) => ({ hertz, kind: "morse", shiftHz: 0 }) as const;
  for (let nth = 0; nth < MOST_BY_HAND; nth++) pictures.readHere(1, place(14_000_000 + nth * 1000), true);
  expect(pictures.readHere(1, place(14_000_020), true)).toMatchObject({ ok: true });
  const full = pictures.readHere(1, place(14_050_000), true);
  expect(full).toMatchObject({ ok: false, problem: { status: 409 } });
  expect(pictures.readHere(2, place(14_050_000), true)).toMatchObject({ ok: true });
  const left = valueOf(pictures.readHere(1, place(14_003_010), false));
  expect(left.map(({ hertz }) => hertz)).not.toContain(14_003_000);
  expect(left).toHaveLength(MOST_BY_HAND - 1);
  expect(pictures.readHere(1, place(14_050_000), true)).toMatchObject({ ok: true });
  pictures.close();
});
