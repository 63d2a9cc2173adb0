package hopmend.job;

/**
 * A case for every kind of fact. Whoever has to know them all implements this, so that a new kind
 * does not compile until each of them says what it makes of it.
 *
 * @param <R> what comes of a fact
 */
public interface FactCases<R> {
  R of(Fact.CodesRead f);

  R of(Fact.CodeSetAside f);

  R of(Fact.ConditionNoted f);

  R of(Fact.VehicleIdentified f);

  R of(Fact.SymptomsNoted f);

  R of(Fact.WorkOnChosen f);

  R of(Fact.SensorChosen f);

  R of(Fact.TraitTold f);

  R of(Fact.CardRevisionTaken f);

  R of(Fact.ProofSeen f);

  R of(Fact.CheckAnswered f);

  R of(Fact.ClueTold f);

  R of(Fact.VerdictTaken f);

  R of(Fact.WayInChosen f);

  R of(Fact.SiteConfirmed f);

  R of(Fact.PlugWatched f);

  R of(Fact.PictureTaken f);

  R of(Fact.PictureMarked f);

  R of(Fact.PartChosen f);

  R of(Fact.PartsCompared f);

  R of(Fact.OldNumberRead f);

  R of(Fact.SealMeasured f);

  R of(Fact.SealChosen f);

  R of(Fact.StepTicked f);

  R of(Fact.StepLookedAt f);

  R of(Fact.MishapMet f);

  R of(Fact.PiecesMoved f);

  R of(Fact.PiecesLost f);

  R of(Fact.RepairNoted f);

  R of(Fact.GateOverruled f);

  R of(Fact.CodesCleared f);

  R of(Fact.MonitorsSeen f);

  R of(Fact.TaughtByHand f);

  R of(Fact.WaitBegun f);

  R of(Fact.DriveTold f);

  R of(Fact.RoutineStarted f);

  R of(Fact.RoutineEnded f);

  R of(Fact.ReadinessRead f);

  R of(Fact.CountersRead f);

  R of(Fact.SoftwareNoted f);

  R of(Fact.ScreenKept f);

  R of(Fact.DriveLogged f);

  R of(Fact.SegmentsLogged f);

  R of(Fact.LiveLogged f);

  R of(Fact.NoteAdded f);

  R of(Fact.Appointed f);

  R of(Fact.Promised f);

  R of(Fact.DeliveryExpected f);

  R of(Fact.BroughtTo f);

  R of(Fact.HandedOver f);

  R of(Fact.SignedOff f);

  R of(Fact.CameBack f);

  R of(Fact.ReliedOn f);

  R of(Fact.Struck f);

  R of(Fact.Unreadable f);
}
