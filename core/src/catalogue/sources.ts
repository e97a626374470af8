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
  { id: 'bipm_units', cite: 'Exact by definition: lb 0.45359237 kg, inch 25.4 mm (1959); standard gravity 9.80665 m/s2 (CGPM 1901)', fromMemory: false },
  { id: 'practice', cite: 'Common practice, no source', fromMemory: false },
]
