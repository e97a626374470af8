export interface Source {
  id: string
  cite: string
  /** True: a number used here was recalled and has not been checked against the paper. */
  fromMemory: boolean
}

/** Published sources named by formulas, norms and protocols. */
export const SOURCES: readonly Source[] = [
  { id: 'shrout_fleiss_1979', cite: 'Shrout & Fleiss 1979, Psychological Bulletin 86:420-428', fromMemory: true },
  { id: 'hopkins_2000', cite: 'Hopkins 2000, Sports Medicine 30:1-15', fromMemory: true },
  { id: 'weir_2005', cite: 'Weir 2005, J Strength Cond Res 19:231-240', fromMemory: true },
  { id: 'bishop_2016', cite: 'Bishop et al 2016, Strength Cond J 38(6):27-32', fromMemory: true },
  { id: 'zifchock_2008', cite: 'Zifchock 2008, Gait & Posture 27:622-627', fromMemory: true },
  { id: 'fieller_1954', cite: 'Fieller 1954, J R Stat Soc B 16:175-185', fromMemory: true },
  { id: 'petersen_1989', cite: 'Petersen et al 1989, Am J Occup Ther 43:444-447', fromMemory: true },
  { id: 'mathiowetz_1985', cite: 'Mathiowetz et al 1985, Arch Phys Med Rehabil 66:69-74', fromMemory: true },
  { id: 'dodds_2014', cite: 'Dodds et al 2014, PLoS ONE 9:e113637', fromMemory: true },
  { id: 'ruiz_ruiz_2002', cite: 'Ruiz-Ruiz et al 2002, J Hand Surg Am 27:897-901', fromMemory: true },
  { id: 'kong_lowe_2005', cite: 'Kong & Lowe 2005, Int J Ind Ergon 35:495-507', fromMemory: true },
  { id: 'odriscoll_1992', cite: "O'Driscoll et al 1992, J Hand Surg Am 17:169-177", fromMemory: true },
  { id: 'ratamess_2007', cite: 'Ratamess et al 2007, J Strength Cond Res 21:240-244', fromMemory: true },
  { id: 'sen_1968', cite: 'Sen 1968, J Am Stat Assoc 63:1379-1389 (slope by Theil 1950)', fromMemory: true },
  { id: 'theil_1950', cite: 'Theil 1950, Proc K Ned Akad Wet 53:386-392', fromMemory: true },
  { id: 'rohmert_1960', cite: 'Rohmert 1960, Int Z Angew Physiol 18:123-164', fromMemory: true },
  { id: 'frey_law_avin_2010', cite: 'Frey Law & Avin 2010, Ergonomics 53:109-129', fromMemory: true },
  { id: 'monod_scherrer_1965', cite: 'Monod & Scherrer 1965, Ergonomics 8:329-338', fromMemory: true },
  { id: 'giles_2021', cite: 'Giles et al 2021, Int J Sports Physiol Perform 16 (all-out test of the finger flexors)', fromMemory: true },
  { id: 'frey_law_2012', cite: 'Frey-Law, Looft & Heitsman 2012, J Biomech 45:1803-1808', fromMemory: true },
  { id: 'looft_2018', cite: 'Looft, Herkert & Frey-Law 2018, J Biomech 77:16-25', fromMemory: true },
  { id: 'smyth_2004', cite: 'Smyth 2004, Stat Appl Genet Mol Biol 3:3 (spread joined with that of others)', fromMemory: true },
  { id: 'holm_1979', cite: 'Holm 1979, Scand J Stat 6:65-70', fromMemory: true },
  { id: 'jaric_2002', cite: 'Jaric 2002, Sports Med 32:615-631 (strength and body mass)', fromMemory: true },
  { id: 'kuhn_1955', cite: 'Kuhn 1955, Nav Res Logist Q 2:83-97', fromMemory: true },
  { id: 'youth_2015', cite: 'Consensus on youth athletic development, Br J Sports Med 2015', fromMemory: true },
  { id: 'pressure_1985', cite: 'Blood pressure in heavy lifting, J Appl Physiol 1985', fromMemory: true },
  { id: 'screening_2015', cite: 'Preparticipation screening update, Med Sci Sports Exerc 2015', fromMemory: true },
  { id: 'pregnancy_2018', cite: 'Canadian guideline on activity in pregnancy, Br J Sports Med 2018', fromMemory: true },
  { id: 'restriction_2019', cite: 'Blood-flow restriction, method and safety, Front Physiol 2019', fromMemory: true },
  { id: 'pain_2007', cite: 'Pain-monitoring model in tendon rehabilitation, Am J Sports Med 2007', fromMemory: true },
  { id: 'bipm_units', cite: 'Exact by definition: lb 0.45359237 kg, inch 25.4 mm (1959); standard gravity 9.80665 m/s2 (CGPM 1901)', fromMemory: false },
  { id: 'practice', cite: 'Common practice, no source', fromMemory: false },
]
