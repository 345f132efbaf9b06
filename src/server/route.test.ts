import { answerFile } from "./route";
import { done } from "./problem";

test("a download that is broken off lets go of the file behind it", async () => {
  let closed = false;
  function* pieces() {
    try {
      for (;;) yield "piece";
    } finally {
      closed = true;
    }
  }
  const response = answerFile(done({ name: "log.adi", type: "text/plain", pieces: pieces() }));
  const reader = response.body!.getReader();
  expect(new TextDecoder().decode((await reader.read()).value)).toBe("piece");
  await reader.cancel();
  expect(closed).toBe(true);
});
