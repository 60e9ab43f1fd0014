import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { placeIn, placeText } from "./place-text";

const read = (text: string) => {
  const outcome = placeIn(text);
  return outcome.ok ? outcome.value : outcome.issues.map(({ code }) => code).join();
};

describe("coordinates", () => {
  it.each([
    // RFC 5870 §6.1 and §6.2: examples of the standard
    ["geo:13.4125,103.8667", 13.4125, 103.8667],
    ["geo:48.2010,16.3695,183", 48.201, 16.3695],
    ["geo:48.198634,16.371648;crs=wgs84;u=40", 48.19863, 16.37165],
    // ISO 6709:2008 Annex H: degrees, with minutes, with seconds (from memory: the standard itself is not at hand)
    ["+40.75-074.00/", 40.75, -74],
    ["+4012.22-07500.25/", 40.20367, -75.00417],
    ["+401213.1-0750015.1/", 40.20364, -75.00419],
    ["+27.5916+086.5640+8850CRSWGS_84/", 27.5916, 86.564],
    // as people write them (common practice, no source)
    ["48.2082, 16.3738", 48.2082, 16.3738],
    ["48.2082 16.3738", 48.2082, 16.3738],
    ["-33.5;-70.6", -33.5, -70.6],
    ["48,2082; 16,3738", 48.2082, 16.3738],
    ["48,2082 16,3738", 48.2082, 16.3738],
    ["48° 12′ 29.5″ N, 16° 22′ 25.7″ E", 48.20819, 16.37381],
    ["48°12'29.5\"N 16°22'25.7\"E", 48.20819, 16.37381],
    ["50° 9′ 20″ N 5° 4′ W", 50.15556, -5.06667],
    ["N 48 12.5 W 16 22.5", 48.20833, -16.375],
    ["16.5 E 48.25 N", 48.25, 16.5],
    ["48.2082° N 16.3738° W", 48.2082, -16.3738],
    ["  33.9s 18.4e ", -33.9, 18.4],
    ["0 -0", 0, -0],
  ])("%s", (text, lat, lon) => {
    expect(read(text)).toEqual({ lat, lon: lon + 0 === 0 ? expect.closeTo(0) : lon });
  });
  it.each([
    "",
    "the mill",
    "48.2",
    "48.2 N",
    "48.2 N 16.3",
    "48.2 N 16.3 N",
    "-48.2 S 16.3 E",
    "48 60 0 N 16 0 0 E",
    "48 12 75 N 16 0 0 E",
    "48.5 30 N 16 0 E",
    "48′ 12° N 16° E",
    "N 48 S 16",
    "1 2 3",
    "1 2 3 4 5 6 7 8",
    "geo:a,b",
    "+4060-07400/",
  ])("“%s” is none", (text) => {
    expect(read(text)).toBe("place.unreadable");
  });
  it("are refused out of range, each by its name", () => {
    expect(read("85, 180")).toEqual({ lat: 85, lon: 180 });
    expect(read("85.1, 0")).toBe("place.lat");
    expect(read("-90, 0")).toBe("place.lat");
    expect(read("0, 180.5")).toBe("place.lon");
    expect(read("0, -500")).toBe("place.lon");
  });
  it("are read back as they are written", () => {
    const four = (most: number) =>
      fc.integer({ min: -most * 10_000, max: most * 10_000 }).map((each) => each / 10_000);
    fc.assert(
      fc.property(four(85), four(180), (lat, lon) => {
        const back = read(placeText({ lat, lon }));
        expect(back).toEqual({ lat: expect.closeTo(lat, 6), lon: expect.closeTo(lon, 6) });
      }),
    );
    expect(placeText({ lat: -0.00001, lon: -12.5 })).toBe("0.0000° N, 12.5000° W");
  });
});
