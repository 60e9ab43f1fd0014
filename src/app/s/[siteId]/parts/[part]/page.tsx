import { PartScreen } from "../../../../../ui/part/PartScreen";

export default function Page() {
  return <PartScreen />;
}
