import { PlacesStage } from '@/ui/places/places-stage'

export default function PlacesPage() {
  return <PlacesStage />
}
