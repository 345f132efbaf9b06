import { distanceIn, distanceText } from "./distanceText";

test("distances are said in kilometres or statute miles", () => {
  expect(distanceText(11_516.4, "km")).toBe("11\u2009516 km");
  // Of the international nautical mile, 1.852 km, NIST Special Publication 811 says 1.150 779 statute miles.
  expect(distanceIn("mi", 1.852)).toBeCloseTo(1.150779, 6);
  expect(distanceText(1000, "mi")).toBe("621 mi");
  expect(distanceText(0, "mi")).toBe("0 mi");
});
