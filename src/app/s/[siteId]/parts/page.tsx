import { PartsScreen } from "../../../../ui/parts/PartsScreen";

export default function Page() {
  return <PartsScreen />;
}
