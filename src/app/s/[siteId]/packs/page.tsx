import { PacksScreen } from "../../../../ui/packs/PacksScreen";

export default function Page() {
  return <PacksScreen />;
}
