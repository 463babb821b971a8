/** What stored hot water asks for, said where it is set. */
export const cylinderCaution =
  'Stored at 60 °C against legionella: water that hot scalds, so mix it down at the outlets.';
