import { SaidScreen } from "../../../../ui/said/SaidScreen";

export default function Page() {
  return <SaidScreen />;
}
