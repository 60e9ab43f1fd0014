import fc from "fast-check";
import proj4 from "proj4";
import { describe, expect, it } from "vitest";
import { metresPerPixel, offsetOf, placeAt, scaleOf, worldWidth } from "./mercator";

const place = fc.record({
  lat: fc.double({ min: -84, max: 84, noNaN: true }),
  lon: fc.double({ min: -180, max: 180, noNaN: true }),
});
const zoom = fc.integer({ min: 4, max: 10 });

describe("a map", () => {
  it("has places where EPSG:3857 of proj4 has them", () => {
    const whole = 2 * Math.PI * 6_378_137;
    fc.assert(
      fc.property(place, place, zoom, (of, middle, near) => {
        const [x, y] = proj4("EPSG:4326", "EPSG:3857", [of.lon, of.lat]) as [number, number];
        const [midX, midY] = proj4("EPSG:4326", "EPSG:3857", [middle.lon, middle.lat]) as [number, number];
        const perPx = whole / worldWidth(near);
        const [right, down] = offsetOf(of, middle, near);
        // round the earth the nearer way
        const apart = ((((x - midX) / perPx - right) / worldWidth(near)) % 1) * worldWidth(near);
        expect(Math.min(Math.abs(apart), worldWidth(near) - Math.abs(apart))).toBeLessThan(0.01);
        expect(Math.abs(right)).toBeLessThanOrEqual(worldWidth(near) / 2 + 0.01);
        expect(down).toBeCloseTo((midY - y) / perPx, 2);
      }),
    );
  });
  it("gives back the place that is pointed at, to about a metre", () => {
    fc.assert(
      fc.property(place, place, zoom, (of, middle, near) => {
        const back = placeAt(middle, near, ...offsetOf(of, middle, near));
        expect(Math.abs(back.lat - of.lat)).toBeLessThan(2e-5);
        const turn = Math.abs(back.lon - of.lon);
        expect(Math.min(turn, 360 - turn)).toBeLessThan(2e-5);
      }),
    );
  });
  it("ends at its upper and lower edge", () => {
    expect(placeAt({ lat: 80, lon: 0 }, 4, 0, -100_000).lat).toBe(85);
    expect(placeAt({ lat: 0, lon: 170 }, 4, worldWidth(4) / 4, 0).lon).toBe(-100);
  });
  it("has a scale that is as long as the ground it stands for", () => {
    // IOGP Guidance Note 7-2 §3.2.1.2: the equator of WGS 84 is 40 075 016.686 m, 156 543.034 m a px at zoom 0
    expect(metresPerPixel(0, 0)).toBeCloseTo(156_543.034, 3);
    expect(metresPerPixel(60, 3)).toBeCloseTo(156_543.034 / 16, 3);
    fc.assert(
      fc.property(fc.double({ min: -84, max: 84, noNaN: true }), zoom, (lat, near) => {
        const { metres, px } = scaleOf(lat, near, 110);
        expect(px).toBeLessThanOrEqual(110);
        // 1, 2, 5: the next longer one would not fit
        expect(px).toBeGreaterThan(43.9);
        expect(String(metres)).toMatch(/^[125]0*$/);
        expect(px * metresPerPixel(lat, near)).toBeCloseTo(metres, -Math.log10(metres / 200));
      }),
    );
  });
});
